import { entryAt } from '../entries'
import { randomFrom } from '../random'
import type { LeanTrace } from './sway'

/** How somebody made up sways. */
export interface SwayingPerson {
  name: string
  /** How far they sway forward and back, and to the sides: standard deviations, degrees. */
  forwardDeg: number
  sideDeg: number
  /** How much both go together, −1 to 1. */
  together: number
}

/** Made-up people for where there is no sensor. */
export const SWAYING_PEOPLE: readonly SwayingPerson[] = [
  { name: 'somebody steady', forwardDeg: 0.35, sideDeg: 0.22, together: 0.1 },
  { name: 'somebody who sways', forwardDeg: 0.75, sideDeg: 0.6, together: -0.3 },
  { name: 'somebody with eyes closed', forwardDeg: 1.3, sideDeg: 0.9, together: 0.4 },
]

/** How the sensor sends. */
export interface SwaySensor {
  rateHz: number
  /** Standard deviation of its noise, degrees. */
  noiseDeg: number
  /** Moments are off by as much either way, milliseconds. */
  jitterMs: number
  /** Its zero wanders by so much, degrees a minute. */
  driftDegPerMinute: number
}

const WAVES = 24
const [SLOWEST_HZ, QUICKEST_HZ] = [0.12, 1.2]

/** A trace as a phone would send it, and where the trunk really was at the same moments. */
export interface SimulatedSway {
  sent: LeanTrace
  /** Without noise, jitter or drift. */
  true: LeanTrace
}

/**
 * Somebody who stands and sways: waves from a slow one to a quick one, the slower the larger, as a standing body's are.
 *
 * @param seed the same seed gives the same trace
 * @source ours, made up; a body's sway falls with frequency
 * @example
 * simulatedSway(SWAYING_PEOPLE[0], 7, 30, { rateHz: 60, noiseDeg: 0, jitterMs: 0, driftDegPerMinute: 0 })
 * .sent.ms.length // 1800
 */
export function simulatedSway(
  person: SwayingPerson,
  seed: number,
  seconds: number,
  { rateHz, noiseDeg, jitterMs, driftDegPerMinute }: SwaySensor,
): SimulatedSway {
  const random = randomFrom(seed)
  const [one, other] = [wavesOf(random.next), wavesOf(random.next)]
  const rest = [4 * (random.next() - 0.5), 3 * (random.next() - 0.5)]
  const count = Math.floor(seconds * rateHz)
  const empty = (): LeanTrace => ({
    ms: new Float64Array(count),
    forward: new Float64Array(count),
    side: new Float64Array(count),
  })
  const [sent, real] = [empty(), empty()]
  const apart = Math.sqrt(1 - person.together ** 2)
  for (let at = 0; at < count; at += 1) {
    const t = at / rateHz
    const [ahead, across] = [one(t), person.together * one(t) + apart * other(t)]
    real.ms[at] = 1000 * t
    real.forward[at] = entryAt(rest, 0) + person.forwardDeg * ahead
    real.side[at] = entryAt(rest, 1) + person.sideDeg * across
    const drift = (driftDegPerMinute * t) / 60
    sent.ms[at] = 1000 * t + jitterMs * (2 * random.next() - 1)
    sent.forward[at] = entryAt(real.forward, at) + drift + random.normal(noiseDeg)
    sent.side[at] = entryAt(real.side, at) - drift / 2 + random.normal(noiseDeg)
  }
  return { sent, true: real }
}

/** A sum of waves whose standard deviation is 1. */
function wavesOf(random: () => number): (seconds: number) => number {
  const waves = Array.from({ length: WAVES }, (_, at) => {
    const hz = SLOWEST_HZ * (QUICKEST_HZ / SLOWEST_HZ) ** ((at + random()) / WAVES)
    return { hz, size: 1 / Math.sqrt(hz), phase: 2 * Math.PI * random() }
  })
  const spread = Math.sqrt(waves.reduce((sum, { size }) => sum + size ** 2 / 2, 0))
  return (seconds) =>
    waves.reduce((sum, { hz, size, phase }) => sum + size * Math.sin(2 * Math.PI * hz * seconds + phase), 0) / spread
}
