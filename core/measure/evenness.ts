import { entryAt } from '../entries'
import { z } from 'zod'
import type { Judgement } from '../catalogue/judgement'
import { medianOf } from '../number'
import { evenly, lowPass, noisePassed } from './lowPass'
import { soundSamples, type SensorLimits, type TraceFaults } from './soundTrace'

/** What a force sensor sent: moments in milliseconds, and amounts in the sensor's own unit. */
export interface ForceTrace {
  ms: Float64Array
  amount: Float64Array
}

const percent = (name: string) =>
  z.number(`${name} is a percentage.`).min(0, `${name} is 0 % at least.`).max(200, `${name} is 200 % at most.`)

/** How even a press was: kept with the outcome. Percentages are of the person's own best. */
export const Evenness = z.object({
  wanted: percent('The wanted effort'),
  /** The effort on the whole; null: nobody measured it. */
  mean: percent('The effort').nullable().default(null),
  /** Which share of the time it lay within the band around the wanted effort. */
  inBand: z.number().min(0).max(1),
  /** How far from the wanted effort on the whole, percent of best; null: nobody measured it. */
  wander: percent('The wander').nullable().default(null),
  /** Their best press, in the sensor's unit; null: a partner rated it. */
  best: z.number().positive().nullable().default(null),
  /** A sensor, a partner's hand, or a simulated sensor: that counts for nothing. */
  by: z.enum(['sensor', 'partner', 'simulated']),
})
export type Evenness = z.infer<typeof Evenness>

/** What was pressed towards. */
export interface PressAim {
  /** The person's own best, in the sensor's unit. */
  best: number
  /** Percent of it. */
  wanted: number
  /** Seconds in which the effort rises, and falls again: they are not looked at. */
  ramp: number
}

/** A press as it was found in a trace. */
export interface FoundPress {
  fromMs: number
  toMs: number
  /** Percent of best. */
  mean: number
  inBand: number
  wander: number
  faults: TraceFaults
}

/** How far from the wanted effort is still even, points of best either way; ours. */
export const BAND = 8
const RATE_HZ = 25
/** Nobody steers a press faster; what is faster is the sensor's noise. */
const CUT_HZ = 2.5
const NOISE_HZ = 5
/** Over this share of the wanted effort somebody presses. */
const PRESSING = 0.3
/** Less between both ramps is too short to say anything. */
const SHORTEST_MS = 2000
const BEST_OVER_MS = 1000
/** What lies on a sensor: still, and so much at most, points of best. More is a press that had begun. */
const REST = { seconds: 0.8, stillWithin: 4, most: 15, mostOfWanted: 0.6 } as const

/** No press of a body rises by half of its best between two samples and is gone with the next. */
const limitsOf = (best: number): SensorLimits => ({ least: -best, most: 3 * best, jump: best / 2 })

/**
 * Finds the press in a trace and how even it was: from the end of the way up to the beginning of the way down, against
 * the wanted effort. What lay on the sensor before is taken off, and so is what its noise adds to the wander.
 *
 * @returns null where nobody pressed for long enough
 * @source ours; the wander is the root of the mean square of the distance
 * @example
 * pressIn({ ms: new Float64Array(), amount: new Float64Array() }, { best: 20, wanted: 30, ramp: 2 }) // null
 */
export function pressIn({ ms, amount }: ForceTrace, { best, wanted, ramp }: PressAim): FoundPress | null {
  const { samples, faults } = soundSamples({ ms, channels: [amount] }, limitsOf(best))
  const sound = samples.channels[0]
  if (!sound || sound.length < 2) return null
  const raw = evenly(
    samples.ms,
    sound.map((value) => (100 * value) / best),
    RATE_HZ,
  )
  const slow = lowPass(raw, CUT_HZ).values
  const at = (place: number) => entryAt(samples.ms, 0) + (1000 * place) / RATE_HZ
  const lay = laidOn(slow, wanted)
  const isPressing = (value: number) => value - lay >= PRESSING * wanted
  const [first, last] = [slow.findIndex(isPressing), slow.findLastIndex(isPressing)]
  const cut = Math.round(ramp * (1 - PRESSING) * RATE_HZ)
  const [from, to] = [first + cut, last - cut]
  if (first < 0 || at(to) - at(from) < SHORTEST_MS) return null
  const faster = lowPass(raw, NOISE_HZ).values.map((value, place) => value - entryAt(slow, place))
  let [sum, squares, inBand, noise, count] = [0, 0, 0, 0, 0]
  for (let place = from; place <= to; place += 1) {
    if (faults.gaps.some(({ fromMs, toMs }) => at(place) > fromMs && at(place) < toMs)) continue
    const off = entryAt(slow, place) - lay - wanted
    count += 1
    sum += off
    squares += off * off
    noise += entryAt(faster, place) ** 2
    if (Math.abs(off) <= BAND) inBand += 1
  }
  if (count === 0) return null
  const left = (noise / count) * (noisePassed(RATE_HZ, CUT_HZ) / noisePassed(RATE_HZ, NOISE_HZ, CUT_HZ))
  const wander = Math.sqrt(Math.max(0, squares / count - left))
  return { fromMs: at(first), toMs: at(last), mean: wanted + sum / count, inBand: inBand / count, wander, faults }
}

/** What lay on the sensor before anybody pressed: nothing, where they began at once. */
function laidOn(percent: Float64Array, wanted: number): number {
  const middle = (from: number, to: number) =>
    medianOf(percent.slice(Math.round(from * RATE_HZ), Math.round(to * RATE_HZ)).sort())
  const lay = middle(0, REST.seconds)
  const isStill = Math.abs(middle(REST.seconds / 2, REST.seconds) - middle(0, REST.seconds / 2)) <= REST.stillWithin
  return isStill && Math.abs(lay) <= Math.min(REST.most, REST.mostOfWanted * wanted) ? lay : 0
}

/** How long it takes to know what lies on a sensor, milliseconds. */
export const REST_MS = 1000 * REST.seconds

/**
 * What lies on a sensor before anybody presses, from the first moments of a trace.
 *
 * @param full what a full press comes to, in the sensor's unit
 * @param wanted percent of it that is to be pressed: more than a part of that does not lie there
 * @returns in the sensor's unit; 0 where they began at once, or where it is too much to lie there
 * @example
 * restIn({ ms: Float64Array.of(0, 300, 600, 900), amount: Float64Array.of(1, 1, 1, 9) }, 20) // 1
 */
export function restIn({ ms, amount }: ForceTrace, full: number, wanted = 100): number {
  const from = ms[0] ?? 0
  const middle = (fromMs: number, toMs: number) => {
    const own = amount.filter(
      (value, at) => Number.isFinite(value) && entryAt(ms, at) - from >= fromMs && entryAt(ms, at) - from < toMs,
    )
    return own.length === 0 ? null : medianOf(own.sort())
  }
  const [all, early, late] = [middle(0, REST_MS), middle(0, REST_MS / 2), middle(REST_MS / 2, REST_MS)]
  if (all === null || early === null || late === null) return 0
  const isStill = (100 * Math.abs(late - early)) / full <= REST.stillWithin
  return isStill && (100 * Math.abs(all)) / full <= Math.min(REST.most, REST.mostOfWanted * wanted) ? all : 0
}

/**
 * The best that somebody presses: the highest mean over a whole second, so that no knock on the sensor counts, less
 * what lay on it before.
 *
 * @returns in the sensor's unit; null with less than a second of sound samples
 * @example
 * bestIn({ ms: Float64Array.of(0, 500, 1000, 1500), amount: Float64Array.of(0, 20, 20, 20) }) // 20
 */
export function bestIn({ ms, amount }: ForceTrace): number | null {
  const highest = amount.reduce((most, value) => (Number.isFinite(value) ? Math.max(most, value) : most), 0)
  if (highest <= 0) return null
  const { samples } = soundSamples({ ms, channels: [amount] }, { least: -highest, most: highest, jump: highest / 2 })
  const sound = samples.channels[0] ?? new Float64Array()
  let [best, first, sum]: [number | null, number, number] = [null, 0, 0]
  for (let last = 0; last < sound.length; last += 1) {
    sum += entryAt(sound, last)
    while (first < last && entryAt(samples.ms, last) - entryAt(samples.ms, first + 1) >= BEST_OVER_MS)
      sum -= entryAt(sound, first++)
    if (entryAt(samples.ms, last) - entryAt(samples.ms, first) < BEST_OVER_MS) continue
    best = Math.max(best ?? 0, sum / (last - first + 1))
  }
  return best === null ? null : best - restIn({ ms: samples.ms, amount: sound }, best)
}

/** What is said while somebody presses. */
export type PressSay = 'softer' | 'hold' | 'more'

/** The quiet live picture: how hard, and what to do. */
export interface PressNow {
  /** Percent of best. */
  percent: number
  say: PressSay
}

const LOOK_MS = 400
/** Said to hold until it leaves the band; said to change until it is well inside: no flutter at the edge. */
const INSIDE = 0.6

/**
 * How hard somebody presses now and what is said of it: the middle of the last 0.4 s.
 *
 * @param aim with what lies on the sensor, in its unit: the same that is taken off in the end
 * @param before what was said last; null: nothing yet
 * @returns null while nothing came
 * @example
 * pressNow({ ms: Float64Array.of(0, 100), amount: Float64Array.of(4, 4) }, { best: 20, wanted: 30 }, null).say
 * // 'more'
 */
export function pressNow(
  { ms, amount }: ForceTrace,
  { best, wanted, lay = 0 }: Pick<PressAim, 'best' | 'wanted'> & { lay?: number },
  before: PressSay | null,
): PressNow | null {
  const until = ms.at(-1)
  if (until === undefined) return null
  const recent = amount.filter((value, at) => Number.isFinite(value) && until - entryAt(ms, at) <= LOOK_MS)
  if (recent.length === 0) return null
  const percent = (100 * (medianOf(recent.sort()) - lay)) / best
  const off = percent - wanted
  const band = before === null || before === 'hold' ? BAND : BAND * INSIDE
  if (Math.abs(off) <= band) return { percent, say: 'hold' }
  return { percent, say: off > 0 ? 'softer' : 'more' }
}

/** How a partner rates a press by hand, without a sensor. */
export const PARTNER_SAYS = { even: 1, mostly: 0.7, wandered: 0.3 } as const

/**
 * Whether a press was even, as far as it is known: simulated ones say nothing.
 *
 * @returns null: nobody measured or rated it
 * @source `judgement.yaml`, `press`
 * @example
 * isEvenPress({ wanted: 30, mean: 31, inBand: 0.92, wander: 4, best: 20, by: 'sensor' }, judgement) // true
 */
export function isEvenPress(evenness: Evenness | null, { press }: Pick<Judgement, 'press'>): boolean | null {
  if (evenness === null || evenness.by === 'simulated') return null
  return evenness.inBand >= press.evenShare
}

/**
 * How even a press was, in words.
 *
 * @example
 * evennessWords({ wanted: 30, mean: 31.4, inBand: 0.92, wander: 4, best: 20, by: 'sensor' })
 * // '31 % of best for 30 %, 92 % of the time within 8 points, 4 points off on the whole'
 */
export function evennessWords({ wanted, mean, inBand, wander, by }: Evenness): string {
  if (by === 'partner') {
    if (inBand >= PARTNER_SAYS.even) return `even by a partner’s hand, at ${wanted} %`
    return `${inBand >= PARTNER_SAYS.mostly ? 'mostly even' : 'wandering'} by a partner’s hand, at ${wanted} %`
  }
  const words = [
    `${Math.round(mean ?? wanted)} % of best for ${wanted} %`,
    `${Math.round(100 * inBand)} % of the time within ${BAND} points`,
    `${Math.round(wander ?? 0)} points off on the whole`,
  ].join(', ')
  return by === 'simulated' ? `simulated: ${words}` : words
}
