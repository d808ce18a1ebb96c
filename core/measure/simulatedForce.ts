import { randomFrom } from '../random'
import { BAND, type ForceTrace } from './evenness'

/** A force sensor that ships for where there is none. */
export interface SimulatedForceDevice {
  name: string
  /** Samples a second. */
  rateHz: number
  /** Standard deviation of its noise, percent of what somebody's best is. */
  noise: number
  /** It tells amounts in steps of so much, kg; 0: in none. */
  stepKg: number
  /** Its zero wanders by so much, percent of best a minute. */
  driftPerMinute: number
  /** Moments are off by as much either way, milliseconds. */
  jitterMs: number
  /** What lies on it before anybody presses, kg. */
  restKg: number
}

/** A pressure cushion creeps, a kitchen scale tells whole steps seldom, a dynamometer is quick and quiet. */
export const SIMULATED_FORCE_DEVICES: readonly SimulatedForceDevice[] = [
  { name: 'cushion', rateHz: 20, noise: 1.2, stepKg: 0, driftPerMinute: 2, jitterMs: 8, restKg: 1.5 },
  { name: 'scale', rateHz: 10, noise: 0.4, stepKg: 0.1, driftPerMinute: 0, jitterMs: 15, restKg: 0.8 },
  { name: 'dynamometer', rateHz: 50, noise: 0.5, stepKg: 0, driftPerMinute: 0.5, jitterMs: 2, restKg: 0 },
]

/** How somebody made up presses. */
export interface PressingPerson {
  name: string
  bestKg: number
  /** Slow wandering about the wanted effort, standard deviation in points of best. */
  wander: number
  /** Points of best that are lost a second. */
  fades: number
  /** Tremor, points of best. */
  tremor: number
  /** Lets go at this share of the time; 1: at the end. */
  letsGoAt: number
}

export const PRESSING_PEOPLE: readonly PressingPerson[] = [
  { name: 'somebody even', bestKg: 18, wander: 2, fades: 0, tremor: 0.6, letsGoAt: 1 },
  { name: 'somebody who wanders', bestKg: 14, wander: 13, fades: 0, tremor: 1, letsGoAt: 1 },
  { name: 'somebody who fades', bestKg: 16, wander: 2, fades: 0.7, tremor: 0.8, letsGoAt: 1 },
  { name: 'somebody who trembles', bestKg: 12, wander: 3, fades: 0, tremor: 3.5, letsGoAt: 1 },
  { name: 'somebody who lets go early', bestKg: 20, wander: 3, fades: 0, tremor: 0.8, letsGoAt: 0.5 },
]

/** What is pressed: a press at an effort, with its ramps, all seconds. */
export interface SimulatedTask {
  /** Percent of best. */
  wanted: number
  seconds: number
  ramp: number
}

/** As hard as is pleasant for three seconds. */
export const BEST_TASK: SimulatedTask = { wanted: 100, seconds: 3, ramp: 0.6 }

/** Seconds before the press, and after it. */
export const SIMULATED_REST = 1.5

/** A trace as a sensor sends it, and what only a simulation knows. */
export interface SimulatedPress {
  sent: ForceTrace
  truth: { mean: number; wander: number; inBand: number }
}

/**
 * Somebody who presses: nothing for a moment, the way up, the press about the wanted effort, the way down.
 *
 * @param seed the same seed gives the same trace
 * @returns amounts in kg; the truth over the press without its ramps, percent of best
 * @source ours, made up
 * @example
 * simulatedPress(PRESSING_PEOPLE[0], SIMULATED_FORCE_DEVICES[2], 7, { wanted: 30, seconds: 30, ramp: 2
 * }).sent.ms.length // 1850
 */
export function simulatedPress(
  person: PressingPerson,
  device: SimulatedForceDevice,
  seed: number,
  { wanted, seconds, ramp }: SimulatedTask,
): SimulatedPress {
  const random = randomFrom(seed)
  const wave = wanderOf(random.next)
  const held = seconds * person.letsGoAt
  const whole = 2 * SIMULATED_REST + held + 2 * ramp
  const count = Math.floor(whole * device.rateHz)
  const [ms, amount] = [new Float64Array(count), new Float64Array(count)]
  let [sum, squares, inBand, looked] = [0, 0, 0, 0]
  for (let at = 0; at < count; at += 1) {
    const t = at / device.rateHz
    const into = t - SIMULATED_REST - ramp
    const off =
      person.wander * wave(t) -
      person.fades * Math.max(0, Math.min(into, held)) +
      person.tremor * Math.sin(2 * Math.PI * 7.3 * t)
    const share = Math.max(0, Math.min((t - SIMULATED_REST) / ramp, (SIMULATED_REST + 2 * ramp + held - t) / ramp, 1))
    const effort = Math.max(0, Math.min(share * (wanted + off), 102))
    if (into >= 0 && into <= held) {
      // Tremor is no steering: what counts is where the effort lies.
      const steered = effort - person.tremor * Math.sin(2 * Math.PI * 7.3 * t) - wanted
      looked += 1
      sum += steered
      squares += steered * steered
      if (Math.abs(steered) <= BAND) inBand += 1
    }
    const noise = random.normal(device.noise) + (device.driftPerMinute * t) / 60
    const kg = device.restKg + ((effort + noise) * person.bestKg) / 100
    ms[at] = 1000 * t + device.jitterMs * (2 * random.next() - 1)
    amount[at] = device.stepKg > 0 ? Math.round(kg / device.stepKg) * device.stepKg : kg
  }
  const truth = { mean: wanted + sum / looked, wander: Math.sqrt(squares / looked), inBand: inBand / looked }
  return { sent: { ms, amount }, truth }
}

/** Slow waves, together of standard deviation 1: as hands wander that steer by feel. */
function wanderOf(random: () => number): (seconds: number) => number {
  const waves = Array.from({ length: 8 }, (_, at) => ({
    hz: 0.06 * 1.35 ** (at + random()),
    phase: 2 * Math.PI * random(),
  }))
  const size = Math.SQRT2 / Math.sqrt(waves.length)
  return (seconds) => size * waves.reduce((sum, { hz, phase }) => sum + Math.sin(2 * Math.PI * hz * seconds + phase), 0)
}
