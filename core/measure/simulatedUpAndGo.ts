import { entryAt } from '../entries'
import { randomFrom } from '../random'
import type { FoundPhase, GoTrace } from './upAndGo'
import { GO_PHASES } from './upAndGo'

/** How somebody made up gets up and goes. */
export interface GoingPerson {
  name: string
  /** Seconds to get up, to sit down, and to turn. */
  rise: number
  sit: number
  turn: number
  /** Seconds a step. */
  step: number
  /** Steps each way. */
  steps: number
  /** How far the trunk leans to get up, degrees. */
  lean: number
}

export const GOING_PEOPLE: readonly GoingPerson[] = [
  { name: 'somebody brisk', rise: 1.1, sit: 1.3, turn: 1.3, step: 0.5, steps: 5, lean: 32 },
  { name: 'somebody careful', rise: 2, sit: 2.2, turn: 2.4, step: 0.68, steps: 8, lean: 45 },
  { name: 'somebody with a frame', rise: 3, sit: 3, turn: 4, step: 0.9, steps: 11, lean: 40 },
]

/** How the sensor sends. */
export interface GoSensor {
  rateHz: number
  /** Standard deviations of its noise: degrees, degrees a second, m/s². */
  noise: { pitch: number; turn: number; up: number }
  /** Moments are off by as much either way, milliseconds. */
  jitterMs: number
  /** What the gyroscope says at rest, degrees a second. */
  zero: number
}

/** As phones send. */
export const USUAL_GO_SENSOR: GoSensor = {
  rateHz: 60,
  noise: { pitch: 0.4, turn: 1.5, up: 0.15 },
  jitterMs: 4,
  zero: 0.6,
}

/** A trace as it is sent, and what only a simulation knows. */
export interface SimulatedGo {
  sent: GoTrace
  phases: FoundPhase[]
  steps: number
}

/** Seconds that somebody sits before and after. */
const SEATED = 1.5
const HALF_TURN = 180

/**
 * Somebody who gets up, walks three metres, turns, walks back, turns and sits down.
 *
 * @param seed the same seed gives the same trace
 * @source ours, made up
 * @example
 * simulatedUpAndGo(GOING_PEOPLE[0], 7, USUAL_GO_SENSOR).steps // 13
 */
export function simulatedUpAndGo(person: GoingPerson, seed: number, sensor: GoSensor): SimulatedGo {
  const random = randomFrom(seed)
  const about = (value: number) => value * (0.93 + 0.14 * random.next())
  const [rise, sit, out] = [about(person.rise), about(person.sit), about(person.turn)]
  const [home, step, lean] = [about(person.turn), about(person.step), about(person.lean)]
  const between = Math.max(1, Math.round(out / step))
  const seconds = [rise, person.steps * step, out, person.steps * step, home, sit]
  let from = SEATED
  const phases = GO_PHASES.map((phase, at) => {
    const found = { phase, fromMs: 1000 * from, toMs: 1000 * (from + entryAt(seconds, at)) }
    from += entryAt(seconds, at)
    return found
  })
  const whole = from + SEATED
  const count = Math.floor(whole * sensor.rateHz)
  const empty = () => new Float64Array(count)
  const sent: GoTrace = { ms: empty(), pitch: empty(), turn: empty(), up: empty() }
  const [seated, carried, phase] = [-6 + 4 * random.next(), 3 * random.next(), 6.283 * random.next()]
  const within = (at: number, t: number) =>
    Math.min(1, Math.max(0, (t - entryAt(phases, at).fromMs / 1000) / entryAt(seconds, at)))
  const walking = { from: entryAt(phases, 1).fromMs / 1000, to: entryAt(phases, 3).toMs / 1000 }
  const stepsMade = 2 * person.steps + between
  for (let at = 0; at < count; at += 1) {
    const t = at / sensor.rateHz
    const isUp = smooth(within(0, t)) - smooth(within(5, t))
    const bump = (share: number) => (share <= 0.5 ? smooth(2 * share) : smooth(2 * (1 - share)))
    const isWalking = t >= walking.from && t <= walking.to
    const into = (t - walking.from) / (walking.to - walking.from)
    const beat = isWalking ? Math.sin(2 * Math.PI * stepsMade * into) : 0
    const sway = isWalking ? 1.2 * Math.sin(Math.PI * stepsMade * into + phase) : 0
    sent.ms[at] = 1000 * t + sensor.jitterMs * (2 * random.next() - 1)
    sent.pitch[at] =
      seated +
      (carried - seated) * isUp +
      lean * (bump(within(0, t)) + bump(within(5, t))) +
      sway +
      random.normal(sensor.noise.pitch)
    sent.turn[at] =
      (HALF_TURN / out) * slope(within(2, t)) +
      (HALF_TURN / home) * slope(within(4, t)) +
      4 * sway +
      sensor.zero +
      random.normal(sensor.noise.turn)
    sent.up[at] = 1.6 * beat + random.normal(sensor.noise.up)
  }
  return { sent, phases, steps: stepsMade }
}

/** From 0 to 1 without a jerk, and how fast that goes. */
function smooth(x: number): number {
  return x * x * x * (10 - 15 * x + 6 * x * x)
}
function slope(x: number): number {
  return 30 * x * x * (1 - x) * (1 - x)
}
