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
]

const RATE_HZ = 60
const REST_SECONDS = 2
const APPROACH_SECONDS = 2.2
const NOISE_DEG = 0.35

/**
 * A trace as a phone would send it: rest, approach, a swing past the end that settles, the hold with tremor and
 * drift, and the way back, with the noise of the sensor over all.
 *
 * @param seed the same seed gives the same trace
 * @param rateHz samples a second
 * @source ours, made up
 * @example
 * simulatedTrace(SIMULATED_PEOPLE[0], 7).ms[0] // 0
 */
export function simulatedTrace(person: SimulatedPerson, seed: number, rateHz = RATE_HZ): Trace {
  const random = randomFrom(seed).next
  const reach = person.reachDeg * (0.97 + 0.06 * random())
  const restDeg = 4 * (random() - 0.5)
  const phase = random() * 6.283
  const holdFrom = REST_SECONDS + APPROACH_SECONDS
  const backFrom = holdFrom + person.holdSeconds
  const seconds = backFrom + 2.5
  const count = Math.floor(seconds * rateHz)
  const [ms, deg] = [new Float64Array(count), new Float64Array(count)]
  for (let at = 0; at < count; at += 1) {
    const t = at / rateHz
    const held = Math.min(Math.max(0, t - holdFrom), person.holdSeconds)
    const settling = t < holdFrom ? 0 : person.overshootDeg * Math.exp(-3.5 * held) * Math.cos(9 * held)
    const end =
      reach +
      settling +
      person.driftDegPerSecond * held +
      person.tremorDeg * Math.sin(6.283 * 4.7 * t + phase) * (held > 0 ? 1 : 0.2)
    const share = (from: number, seconds: number) => smooth(Math.min(1, Math.max(0, (t - from) / seconds)))
    const way = t < holdFrom ? share(REST_SECONDS, APPROACH_SECONDS) : 1 - share(backFrom, 1.6)
    ms[at] = (at * 1000) / rateHz
    deg[at] = restDeg + way * end + NOISE_DEG * (random() + random() + random() - 1.5)
  }
  return { ms, deg }
}

/** From 0 to 1 without a jerk, as limbs are moved. */
function smooth(x: number): number {
  return x * x * x * (10 - 15 * x + 6 * x * x)
}
