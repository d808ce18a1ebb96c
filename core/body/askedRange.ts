import { entryAt } from '../entries'
import { legAngles } from './legAngles'
import { bodyOf, type SolvedPose } from './figure'
import { limbIndex, type BodySide } from './joints'

/** The knee counts as straight up to this bend, degrees; ours. */
const STRAIGHT_KNEE_DEG = 20

/** Measures of a range that can be read off a solved pose. */
export const READABLE_RANGES = ['straight-leg-raise', 'hip-turn-in', 'hip-turn-out', 'ankle-bend'] as const
export type ReadableRange = (typeof READABLE_RANGES)[number]

/**
 * How much of a measured range a pose asks on one side: the demand that is held against somebody's own measure.
 *
 * @returns degrees; 0 where the pose does not ask it
 * @example
 * Math.round(askedRangeDeg(pose, 'hip-turn-out', 'left')) // 0
 */
export function askedRangeDeg(pose: SolvedPose, measure: ReadableRange, side: BodySide): number {
  const { hipFlexion, kneeFlexion, ankleUp } = legAngles(bodyOf(pose), side)
  const outward = entryAt(pose.angles, limbIndex(side, 'hipOutward'))
  switch (measure) {
    case 'straight-leg-raise':
      return kneeFlexion <= STRAIGHT_KNEE_DEG ? Math.max(0, hipFlexion) : 0
    case 'hip-turn-in':
      return Math.max(0, -outward)
    case 'hip-turn-out':
      return Math.max(0, outward)
    case 'ankle-bend':
      return Math.max(0, ankleUp)
  }
}
