import { entryAt } from '../entries'
import { randomFrom } from '../random'
import type { Trace } from './sensor'

/** How somebody made up moves: what a tilt sensor on them would send. */
export interface SimulatedPerson {
  name: string
  /** How far they get, degrees from rest. */
  reachDeg: number
  /** Tremor while holding, degrees. */
  tremorDeg: number
  /** How fast the hold sinks, degrees a second. */
  driftDegPerSecond: number
  /** How far they swing past before they settle, degrees. */
  overshootDeg: number
  holdSeconds: number
  /** How far it goes when it is helped on, degrees; left out: nobody helps. */
  helpedDeg?: number
  /** What is wrong with the sensor: it repeats, jumps and sends nonsense, or stops in the middle of the hold. */
  sensor?: 'stammers' | 'taken-away'
}

/** The sensor that ships for where there is none: made-up people, each with a way of moving of their own. */
export const SIMULATED_PEOPLE: readonly SimulatedPerson[] = [
  { name: 'somebody steady', reachDeg: 38, tremorDeg: 0.4, driftDegPerSecond: 0, overshootDeg: 2, holdSeconds: 4 },
  {
    name: 'somebody who trembles',
    reachDeg: 27,
    tremorDeg: 1.4,
    driftDegPerSecond: -0.2,
    overshootDeg: 3,
    holdSeconds: 4,
  },
  {
    name: 'somebody who sinks',
    reachDeg: 52,
    tremorDeg: 0.6,
    driftDegPerSecond: -1.1,
    overshootDeg: 4,
    holdSeconds: 5,
  },
  {
    name: 'somebody who lets go at once',
    reachDeg: 44,
    tremorDeg: 0.5,
    driftDegPerSecond: 0,
    overshootDeg: 2,
    holdSeconds: 0.4,
  },
  {
    name: 'somebody steady, then helped on',
    reachDeg: 28,
    helpedDeg: 47,
    tremorDeg: 0.4,
    driftDegPerSecond: 0,
    overshootDeg: 2,
    holdSeconds: 3.5,
  },
  {
    name: 'somebody steady, on a sensor that stammers',
    reachDeg: 38,
    tremorDeg: 0.4,
    driftDegPerSecond: 0,
    overshootDeg: 2,
    holdSeconds: 4,
    sensor: 'stammers',
  },
  {
    name: 'somebody steady, whose sensor is taken away',
    reachDeg: 38,
    tremorDeg: 0.4,
    driftDegPerSecond: 0,
    overshootDeg: 2,
    holdSeconds: 4,
    sensor: 'taken-away',
  },
]

/** How a sensor sends. */
export interface SensorNature {
  /** Samples a second. */
  rateHz: number
  /** Its noise, degrees: a standard deviation of half of it. */
  noiseDeg: number
  /** Moments are off by as much either way, milliseconds. */
  jitterMs: number
  /** Its zero wanders by so much, degrees a minute. */
  driftDegPerMinute: number
}

/** As phones send. */
const USUAL_NATURE: SensorNature = { rateHz: 60, noiseDeg: 0.35, jitterMs: 0, driftDegPerMinute: 0 }
const REST_SECONDS = 2
const HELP_SECONDS = 1.6
const APPROACH_SECONDS = 2.2

/**
 * A trace as a phone would send it: rest, approach, a swing past the end that settles, the hold with tremor and
 * drift, and the way back, with the noise of the sensor over all.
 *
 * @param seed the same seed gives the same trace
 * @param nature how the sensor sends, where it differs from a usual one
 * @source ours, made up
 * @example
 * simulatedTrace(SIMULATED_PEOPLE[0], 7).ms[0] // 0
 */
export function simulatedTrace(person: SimulatedPerson, seed: number, nature: Partial<SensorNature> = {}): Trace {
  const { rateHz, noiseDeg, jitterMs, driftDegPerMinute } = { ...USUAL_NATURE, ...nature }
  const random = randomFrom(seed).next
  const reach = reachOf(person, random)
  const restDeg = 4 * (random() - 0.5)
  const phase = random() * 6.283
  const holdFrom = REST_SECONDS + APPROACH_SECONDS
  const helpFrom = holdFrom + person.holdSeconds
  const isHelped = person.helpedDeg !== undefined
  const backFrom = isHelped ? helpFrom + HELP_SECONDS + person.holdSeconds : helpFrom
  const seconds = backFrom + 2.5
  const count = Math.floor(seconds * rateHz)
  const [ms, deg] = [new Float64Array(count), new Float64Array(count)]
  for (let at = 0; at < count; at += 1) {
    const t = at / rateHz
    const held = Math.min(Math.max(0, t - holdFrom), person.holdSeconds)
    const settling = t < holdFrom ? 0 : person.overshootDeg * Math.exp(-3.5 * held) * Math.cos(9 * held)
    const further = ((person.helpedDeg ?? 0) / person.reachDeg - 1) * reach
    const helped = isHelped ? further * smooth(Math.min(1, Math.max(0, (t - helpFrom) / HELP_SECONDS))) : 0
    const end =
      reach +
      helped +
      settling +
      person.driftDegPerSecond * held +
      person.tremorDeg * Math.sin(6.283 * 4.7 * t + phase) * (held > 0 ? 1 : 0.2)
    const share = (from: number, seconds: number) => smooth(Math.min(1, Math.max(0, (t - from) / seconds)))
    const way = t < holdFrom ? share(REST_SECONDS, APPROACH_SECONDS) : 1 - share(backFrom, 1.6)
    ms[at] = (at * 1000) / rateHz + (jitterMs > 0 ? jitterMs * (2 * random() - 1) : 0)
    const noise = noiseDeg * (random() + random() + random() - 1.5)
    deg[at] = restDeg + way * end + noise + (driftDegPerMinute * t) / 60
  }
  return person.sensor ? spoiled({ ms, deg }, person.sensor, random) : { ms, deg }
}

const reachOf = ({ reachDeg }: SimulatedPerson, random: () => number) => reachDeg * (0.97 + 0.06 * random())

/**
 * How far they really went, which only a simulation knows: by themselves in the middle of their hold, and helped.
 *
 * @param seed of the trace
 * @returns degrees; helped is null where nobody helps
 * @example
 * simulatedTruth(SIMULATED_PEOPLE[0], 7).helpedDeg // null
 */
export function simulatedTruth(person: SimulatedPerson, seed: number): { ownDeg: number; helpedDeg: number | null } {
  const reach = reachOf(person, randomFrom(seed).next)
  const sunk = (person.driftDegPerSecond * person.holdSeconds) / 2
  return {
    ownDeg: reach + sunk,
    helpedDeg: person.helpedDeg === undefined ? null : (person.helpedDeg / person.reachDeg) * reach + 2 * sunk,
  }
}

/** The same trace from a sensor that has something wrong with it. */
function spoiled({ ms, deg }: Trace, how: 'stammers' | 'taken-away', random: () => number): Trace {
  const [moments, angles]: [number[], number[]] = [[], []]
  const until = how === 'taken-away' ? 0.62 * ms.length : ms.length
  for (let at = 0; at < until; at += 1) {
    const [moment, angle] = [entryAt(ms, at), entryAt(deg, at)]
    const luck = how === 'stammers' ? random() : 1
    // Of a hundred samples two jump, two are no number and four come twice.
    const wrong = luck < 0.02 ? angle + 60 * (random() > 0.5 ? 1 : -1) : NaN
    moments.push(moment)
    angles.push(luck < 0.04 ? wrong : angle)
    if (luck >= 0.04 && luck < 0.08) {
      moments.push(moment)
      angles.push(angle)
    }
  }
  return { ms: Float64Array.from(moments), deg: Float64Array.from(angles) }
}

/** From 0 to 1 without a jerk, as limbs are moved. */
function smooth(x: number): number {
  return x * x * x * (10 - 15 * x + 6 * x * x)
}
