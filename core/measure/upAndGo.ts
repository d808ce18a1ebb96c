import { entryAt } from '../entries'
import { medianOf } from '../number'
import { evenly, lowPass } from './lowPass'
import { soundSamples, type SensorLimits, type TraceFaults } from './soundTrace'

/** What a phone at the low back sends of somebody who gets up, walks, turns, walks back and sits down. */
export interface GoTrace {
  ms: Float64Array
  /** How far the trunk leans forward, degrees. */
  pitch: Float64Array
  /** How fast the body turns about its own long axis, degrees a second. */
  turn: Float64Array
  /** How the body is thrown up and falls, without gravity, m/s². */
  up: Float64Array
}

/** The parts of the timed up and go, in their order. */
export const GO_PHASES = ['rise', 'walk-out', 'turn', 'walk-back', 'turn-to-sit', 'sit'] as const
export type GoPhase = (typeof GO_PHASES)[number]

/** Where a part began and ended, milliseconds of the trace. */
export interface FoundPhase {
  phase: GoPhase
  fromMs: number
  toMs: number
}

/** The test as it was found in the trace. */
export interface UpAndGo {
  /** From leaving the backrest until they sit. */
  seconds: number
  phases: FoundPhase[]
  /** Of both ways and the turn between them. */
  steps: number
  faults: TraceFaults
}

/** What was not found, and so nothing is said of the rest. */
export type NotFound = { missing: 'anything' | 'two turns' | 'getting up' | 'sitting down'; faults: TraceFaults }

const LIMITS: SensorLimits = { least: -2000, most: 2000, jump: 150 }
const RATE_HZ = 50
const [BODY_HZ, STEP_HZ] = [2.5, 3]
/** A turn is at least as quick for a moment, and as far on the whole. */
const TURN = { leastRate: 15, leastDeg: 100 } as const
/** Getting up and sitting down lean the trunk by as much at least, degrees beyond how it is carried. */
const LEAST_LEAN = 8
/** Steps are no quicker after each other, and a step throws the body up by this share of a usual one. */
const STEP = { apartMs: 300, share: 0.45 } as const
/** When a movement without a jerk has gone a tenth of its way, as a share of its time. */
const TENTH_AT = 0.2466
/** The rest before, and after. */
const STILL_MS = 700

/**
 * Finds sitting, getting up, walking, turning, walking back, turning and sitting down again in a trace.
 *
 * Turns by the angle that is gone; getting up and sitting down by the lean of the trunk. Where each begins and ends is
 * reckoned from a tenth and nine tenths of its way, since nobody sees the first degree of a movement.
 *
 * @returns what is missing, where it is no such test
 * @source ours; movements without a jerk after Flash & Hogan 1985 (memory)
 * @example
 * upAndGoIn({ ms: new Float64Array(), pitch: new Float64Array(), turn: new Float64Array(), up: new Float64Array()
 * }).missing // 'anything'
 */
export function upAndGoIn({ ms, pitch, turn, up }: GoTrace): UpAndGo | NotFound {
  const { samples, faults } = soundSamples({ ms, channels: [pitch, turn, up] }, LIMITS)
  if (samples.ms.length < RATE_HZ) return { missing: 'anything', faults }
  const [lean, rate, thrown] = samples.channels.map((channel) => evenly(samples.ms, channel, RATE_HZ))
  const at = (place: number) => entryAt(samples.ms, 0) + (1000 * place) / RATE_HZ
  const still = Math.round((STILL_MS / 1000) * RATE_HZ)
  const slowLean = lowPass(lean!, BODY_HZ).values
  // A gyroscope at rest says something too: that is taken off.
  const zero = medianOf(rate!.values.slice(0, still).sort())
  const turns = turnsIn(
    lowPass(rate!, BODY_HZ).values.map((value) => value - zero),
    at,
  )
  const [one, other] = turns
  if (!one || !other) return { missing: 'two turns', faults }
  const carried = medianOf(slowLean.slice(one.place, other.place).sort())
  const rise = leanIn(slowLean, {
    from: 0,
    to: one.place,
    before: restOf(slowLean.slice(0, still)),
    after: carried,
    at,
  })
  if (!rise) return { missing: 'getting up', faults }
  const end = slowLean.length
  const seated = restOf(slowLean.slice(end - still))
  const sit = leanIn(slowLean, { from: other.place, to: end, before: carried, after: seated, at })
  if (!sit) return { missing: 'sitting down', faults }
  // Who sits down while still turning does both at once: sitting counts from the end of the turn.
  const edges = [rise.fromMs, rise.toMs, one.fromMs, one.toMs, other.fromMs, Math.min(other.toMs, sit.toMs), sit.toMs]
  for (let place = 1; place < edges.length; place += 1)
    edges[place] = Math.max(entryAt(edges, place), entryAt(edges, place - 1))
  const phases = GO_PHASES.map((phase, place) => ({
    phase,
    fromMs: entryAt(edges, place),
    toMs: entryAt(edges, place + 1),
  }))
  return {
    seconds: (sit.toMs - rise.fromMs) / 1000,
    phases,
    steps: stepsIn(lowPass(thrown!, STEP_HZ).values, entryAt(edges, 1), entryAt(edges, 4), at),
    faults,
  }
}

const restOf = (values: Float64Array) => medianOf(values.slice().sort())

interface Edges {
  fromMs: number
  toMs: number
}

/** From where a tenth and nine tenths of a way are gone to where it begins and ends. */
function wholeWay(tenthMs: number, nineTenthsMs: number): Edges {
  const whole = (nineTenthsMs - tenthMs) / (1 - 2 * TENTH_AT)
  return { fromMs: tenthMs - TENTH_AT * whole, toMs: nineTenthsMs + TENTH_AT * whole }
}

/** The two farthest turns, in their order; each with the place of its middle. */
function turnsIn(rate: Float64Array, at: (place: number) => number): (Edges & { place: number })[] {
  const found: (Edges & { place: number; degrees: number })[] = []
  for (let first = 0; first < rate.length; first += 1) {
    if (Math.abs(entryAt(rate, first)) < TURN.leastRate) continue
    const sign = Math.sign(entryAt(rate, first))
    let last = first
    while (last + 1 < rate.length && entryAt(rate, last + 1) * sign >= TURN.leastRate) last += 1
    const turn = turnBetween(rate, first, last, at)
    if (turn.degrees >= TURN.leastDeg) found.push(turn)
    first = last
  }
  return found
    .toSorted((a, b) => b.degrees - a.degrees)
    .slice(0, 2)
    .toSorted((a, b) => a.place - b.place)
}

function turnBetween(
  rate: Float64Array,
  first: number,
  last: number,
  at: (place: number) => number,
): Edges & { place: number; degrees: number } {
  // Out to where it no longer turns that way, so that its slow ends count.
  const sign = Math.sign(entryAt(rate, first))
  let [from, to] = [first, last]
  while (from > 0 && entryAt(rate, from - 1) * sign > 0) from -= 1
  while (to + 1 < rate.length && entryAt(rate, to + 1) * sign > 0) to += 1
  let degrees = 0
  const gone: number[] = []
  for (let place = from; place <= to; place += 1) gone.push((degrees += Math.abs(entryAt(rate, place)) / RATE_HZ))
  const when = (share: number) => at(from + gone.findIndex((one) => one >= share * degrees))
  const half = from + gone.findIndex((one) => one >= degrees / 2)
  return { ...wholeWay(when(0.1), when(0.9)), place: half, degrees }
}

/** A lean of the trunk forward and back again: up from how it was before, down to how it is after. */
function leanIn(
  lean: Float64Array,
  {
    from,
    to,
    before,
    after,
    at,
  }: { from: number; to: number; before: number; after: number; at(place: number): number },
): Edges | null {
  let top = from
  for (let place = from; place < to; place += 1) if (entryAt(lean, place) > entryAt(lean, top)) top = place
  const peak = entryAt(lean, top)
  if (peak - before < LEAST_LEAN || peak - after < LEAST_LEAN) return null
  const reach = (base: number, share: number, step: 1 | -1) => {
    let place = top
    while (place > from && place < to - 1 && entryAt(lean, place) > base + share * (peak - base)) place += step
    return at(place)
  }
  const up = wholeWay(reach(before, 0.1, -1), reach(before, 0.9, -1))
  const down = wholeWay(reach(after, 0.9, 1), reach(after, 0.1, 1))
  return { fromMs: up.fromMs, toMs: down.toMs }
}

/** Steps: how often the body is thrown up between two moments. */
function stepsIn(up: Float64Array, fromMs: number, toMs: number, at: (place: number) => number): number {
  const tops: { ms: number; height: number }[] = []
  for (let place = 1; place < up.length - 1; place += 1) {
    const ms = at(place)
    if (
      ms < fromMs ||
      ms > toMs ||
      entryAt(up, place) <= entryAt(up, place - 1) ||
      entryAt(up, place) < entryAt(up, place + 1)
    )
      continue
    const last = tops.at(-1)
    if (!last || ms - last.ms >= STEP.apartMs) tops.push({ ms, height: entryAt(up, place) })
    else if (entryAt(up, place) > last.height) tops[tops.length - 1] = { ms, height: entryAt(up, place) }
  }
  if (tops.length === 0) return 0
  const usual = medianOf(Float64Array.from(tops.map(({ height }) => height)).sort())
  return tops.filter(({ height }) => height > 0 && height >= STEP.share * usual).length
}

const PHASE_WORDS: Record<GoPhase, string> = {
  rise: 'up',
  'walk-out': 'there',
  turn: 'turned',
  'walk-back': 'back',
  'turn-to-sit': 'turned to sit',
  sit: 'down',
}

/**
 * The parts as they can be noted: seconds of each, and the steps.
 *
 * @example
 * goWords({ seconds: 9, steps: 11, phases: [{ phase: 'rise', fromMs: 0, toMs: 1400 }] }) // 'Up 1.4 s; 11 steps.'
 */
export function goWords({ phases, steps }: Pick<UpAndGo, 'phases' | 'steps'> & { seconds?: number }): string {
  const said = phases.map(({ phase, fromMs, toMs }) => `${PHASE_WORDS[phase]} ${((toMs - fromMs) / 1000).toFixed(1)} s`)
  const words = `${said.join(', ')}; ${steps} steps.`
  return words.charAt(0).toUpperCase() + words.slice(1)
}
