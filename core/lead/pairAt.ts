import type { Dose } from '../catalogue/dose'
import type { SidePolicy } from '../catalogue/words'
import { swungAt, type MotionMoment } from './motionAt'
import type { Swing } from '../offer/swingFor'
import { laneMoves, type LaneMove } from './moveAt'

/** Where a pair is: held, on the way to its swing, swinging, or on the way back. */
export interface PairMoment {
  part: 'hold' | 'there' | 'swing' | 'back'
  /** Since this part began. */
  intoSeconds: number
  /** All swings of the round, and how long one takes. */
  swings: number
  perSwing: number
}

/** The swing that goes with a lane's hold, as a screen shows it. */
export interface LaneSwing<V> {
  variation: V
  there: LaneMove[]
  back: LaneMove[]
}

/**
 * Where a round of a pair is after some seconds.
 *
 * @param sides how the hold treats the sides
 * @returns null where the dose is no pair
 * @example
 * pairAt({ kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 }, 'each', 15)
 * // { part: 'swing', intoSeconds: 1, swings: 10, perSwing: 2 }
 */
export function pairAt(dose: Dose, sides: SidePolicy, elapsedSeconds: number): PairMoment | null {
  if (dose.kind !== 'pair') return null
  const { hold, there, perSwing } = dose
  const swings = sides === 'alternating' ? 2 * dose.count : dose.count
  const parts: [part: PairMoment['part'], seconds: number][] = [
    ['hold', hold],
    ['there', there],
    ['swing', swings * perSwing],
  ]
  let left = Math.max(0, elapsedSeconds)
  for (const [part, seconds] of parts) {
    if (left < seconds) return { part, intoSeconds: left, swings, perSwing }
    left -= seconds
  }
  return { part: 'back', intoSeconds: left, swings, perSwing }
}

/**
 * Where a body is in its swing: to and fro between its two poses, or from one side to the other.
 *
 * @param sides how the swing treats the sides
 * @example
 * swingMotion({ part: 'swing', intoSeconds: 2, swings: 10, perSwing: 2 }, 'each') // { share: 1, isOther: false }
 */
export function swingMotion({ part, intoSeconds, swings, perSwing }: PairMoment, sides: SidePolicy): MotionMoment {
  return part === 'swing' ? swungAt({ swings, perSwing }, sides, intoSeconds) : { share: 0, isOther: false }
}

/**
 * A swing with its ways as they are shown.
 *
 * @example
 * laneSwing({ variation: rung('leg-swings.bed.1'), seconds: 0, there: [], back: [] }).there // []
 */
export function laneSwing({ variation, there, back }: Swing): LaneSwing<Swing['variation']> {
  return { variation, there: laneMoves(there), back: laneMoves(back) }
}
