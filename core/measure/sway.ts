import { entryAt, lastOf } from '../entries'
import { evenly, lowPass, noisePassed } from './lowPass'
import { soundSamples, type SensorLimits, type TraceFaults } from './soundTrace'

/**
 * How the trunk leans while somebody stands, as a phone at the hip sends it. Degrees; forward and right are above 0.
 */
export interface LeanTrace {
  ms: Float64Array
  forward: Float64Array
  side: Float64Array
}

/** How somebody sways. */
export interface Sway {
  seconds: number
  /** The ellipse that holds 95 of 100 places of the hip, cm². */
  areaCm2: number
  /** Mean speed of the hip over the ground, cm/s. */
  speedCmPerS: number
  /** The farthest lean from where they stand on the whole, degrees; each at least 0. */
  farthest: Record<'forward' | 'back' | 'left' | 'right', number>
  faults: TraceFaults
}

/** What a phone at the hip can send of somebody who stands, degrees. */
const STANDING: SensorLimits = { least: -60, most: 60, jump: 8 }
const RATE_HZ = 50
/** Nobody sways faster; what is faster is the sensor's noise. */
const CUT_HZ = 3
const NOISE_HZ = 7
/** Less is too short to say anything; the usual stand is 30 s. */
const SHORTEST_S = 10
/** 95 of 100 of two normal values lie within √5.991 deviations. */
export const CHI_SQUARE_95 = 5.991464547107979

/**
 * Sway from a phone's lean: what the sensor's noise adds is taken off again, and a zero that wanders evenly does not
 * count.
 *
 * @param hipCm how high the phone is, cm
 * @returns null with less than ten seconds of sound samples
 * @source 95 % ellipse of a bivariate normal, π χ² √det, as in Prieto et al. 1996 (memory); the rest is ours
 * @example
 * swayOf({ ms: new Float64Array(), forward: new Float64Array(), side: new Float64Array() }, 90) // null
 */
export function swayOf({ ms, forward, side }: LeanTrace, hipCm: number): Sway | null {
  const { samples, faults } = soundSamples({ ms, channels: [forward, side] }, STANDING)
  const seconds = samples.ms.length < 2 ? 0 : (lastOf(samples.ms) - entryAt(samples.ms, 0)) / 1000
  const missing = faults.gaps.reduce((sum, { fromMs, toMs }) => sum + toMs - fromMs, 0) / 1000
  if (seconds - missing < SHORTEST_S) return null
  const [ahead, across] = samples.channels.map((channel) => axisOf(samples.ms, channel, hipCm))
  if (!ahead || !across) return null
  const shared = meanProduct(ahead.cm, across.cm)
  const [one, other] = [meanProduct(ahead.cm, ahead.cm) - ahead.noise, meanProduct(across.cm, across.cm) - across.noise]
  let path = 0
  for (let at = 1; at < ahead.cm.length; at += 1)
    path += Math.hypot(
      entryAt(ahead.cm, at) - entryAt(ahead.cm, at - 1),
      entryAt(across.cm, at) - entryAt(across.cm, at - 1),
    )
  const degrees = (cm: number) => Math.max(0, (Math.atan2(cm, hipCm) * 180) / Math.PI)
  return {
    seconds,
    areaCm2: ellipseArea({ one: Math.max(0, one), other: Math.max(0, other), shared }),
    speedCmPerS: path / ((ahead.cm.length - 1) / RATE_HZ),
    farthest: {
      forward: degrees(Math.max(...ahead.cm)),
      back: degrees(-Math.min(...ahead.cm)),
      left: degrees(-Math.min(...across.cm)),
      right: degrees(Math.max(...across.cm)),
    },
    faults,
  }
}

/**
 * The farthest lean each way against how far people usually lean without a step.
 *
 * @param limits degrees
 * @example
 * farthestWords({ farthest: { forward: 1.2, back: 0.9, left: 0.6, right: 4.4 } }, { forward: 8, back: 4, side: 8 })
 * // 'Farthest 1.2° forward of 8, 0.9° back of 4, 0.6° left and 4.4° right of 8.'
 */
export function farthestWords(
  { farthest: { forward, back, left, right } }: Pick<Sway, 'farthest'>,
  limits: { forward: number; back: number; side: number },
): string {
  const ahead = `${forward.toFixed(1)}° forward of ${limits.forward}, ${back.toFixed(1)}° back of ${limits.back}`
  return `Farthest ${ahead}, ${left.toFixed(1)}° left and ${right.toFixed(1)}° right of ${limits.side}.`
}

/**
 * Area of the ellipse that holds 95 of 100 of places that are spread like this.
 *
 * @param spread variances along both axes and their covariance, in the square of a unit
 * @returns in the square of that unit
 * @source π χ²₀.₉₅ √(σ₁² σ₂² − σ₁₂²)
 * @example
 * ellipseArea({ one: 4, other: 1, shared: 0 }) // 37.64
 */
export function ellipseArea({ one, other, shared }: { one: number; other: number; shared: number }): number {
  return Math.PI * CHI_SQUARE_95 * Math.sqrt(Math.max(0, one * other - shared * shared))
}

/** One axis: where the hip is, cm about its mean, and what noise adds to its variance, cm². */
function axisOf(ms: Float64Array, degrees: Float64Array, hipCm: number): { cm: Float64Array; noise: number } {
  const raw = evenly(
    ms,
    degrees.map((value) => hipCm * Math.tan((value * Math.PI) / 180)),
    RATE_HZ,
  )
  const slow = lowPass(raw, CUT_HZ)
  // What is just faster than a body sways is noise alone: it says how much noise is left in the rest. What is faster
  // still was smoothed when the samples were put at even moments.
  const faster = lowPass(raw, NOISE_HZ).values.map((value, at) => value - entryAt(slow.values, at))
  const share = noisePassed(RATE_HZ, CUT_HZ) / noisePassed(RATE_HZ, NOISE_HZ, CUT_HZ)
  const noise = meanProduct(faster, faster) * share
  return { cm: withoutLine(slow.values), noise }
}

/** Less the straight line that fits best: a zero that wanders evenly. */
function withoutLine(values: Float64Array): Float64Array {
  const middle = (values.length - 1) / 2
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length
  let [together, spread] = [0, 0]
  values.forEach((value, at) => {
    together += (at - middle) * (value - mean)
    spread += (at - middle) ** 2
  })
  const slope = spread > 0 ? together / spread : 0
  return values.map((value, at) => value - mean - slope * (at - middle))
}

function meanProduct(one: Float64Array, other: Float64Array): number {
  let sum = 0
  for (let at = 0; at < one.length; at += 1) sum += entryAt(one, at) * entryAt(other, at)
  return sum / Math.max(1, one.length)
}
