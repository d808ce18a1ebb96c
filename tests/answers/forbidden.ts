import type { SolvedPose } from '../../core/body/figure'
import { bodyOf } from '../../core/body/figure'
import { limbIndex, trunkIndex, type BodySide } from '../../core/body/joints'
import { legAngles } from '../../core/body/legAngles'
import { REFERENCE_HEIGHT_CM } from '../../core/body/scene'
import { entryAt } from '../../core/entries'
import { solvedByName } from '../solved'

/** A position that is commonly taught as closed to somebody, as a predicate on a drawn pose; `side` as drawn. */
export interface Forbidden {
  consideration: string
  words: string
  isIn: (pose: SolvedPose, side: BodySide) => boolean
}

/** How near to a limit a drawing may come, degrees and cm: less than anybody sees. */
const TOLERANCE = 1.5

const bend = (pose: SolvedPose, side: BodySide) => legAngles(bodyOf(pose), side).hipFlexion
const outward = (pose: SolvedPose, side: BodySide) => entryAt(pose.angles, limbIndex(side, 'hipOutward'))
const trunk = (pose: SolvedPose, ...names: Parameters<typeof trunkIndex>[0][]) =>
  names.reduce((sum, name) => sum + entryAt(pose.angles, trunkIndex(name)), 0)

/** How far the knee is over the middle of the pelvis to the other side, cm. */
function kneeAcross(pose: SolvedPose, side: BodySide): number {
  const body = bodyOf(pose)
  const [hip, middle, knee] = [body[side].hip, body.midHip, body[side].knee]
  const out = hip.map((one, at) => one - entryAt(middle, at))
  const length = Math.hypot(...out)
  const along = knee.reduce((sum, one, at) => sum + ((one - entryAt(middle, at)) * entryAt(out, at)) / length, 0)
  return -along * REFERENCE_HEIGHT_CM
}

/** The middle of the chest over the head, cm. */
function headBelowChest(pose: SolvedPose): number {
  const body = bodyOf(pose)
  const chest = (entryAt(body.spine, 4)[1] + entryAt(body.spine, 5)[1]) / 2
  return pose.base === 'side' ? 0 : (chest - body.head[1]) * REFERENCE_HEIGHT_CM
}

/**
 * What is commonly taught, from memory. A replaced hip, back approach: no bend over 90°, no crossing, no turning
 * inwards (counted from 20°, and from 15° with the hip bent). Front approach: no hip behind the body, least of all
 * turned out. Low bone density: no rounding or twisting at its end. Glaucoma: the head not below the heart. A fused or
 * fresh spine: no end of any bend. A frozen or operated shoulder is judged by its tags alone.
 */
export const FORBIDDEN: readonly Forbidden[] = [
  {
    consideration: 'hip-replacement-back',
    words: 'bends the hip over 90°',
    isIn: (pose, side) => bend(pose, side) > 90 + TOLERANCE,
  },
  {
    consideration: 'hip-replacement-back',
    words: 'crosses the knee over the middle',
    isIn: (pose, side) => kneeAcross(pose, side) > TOLERANCE,
  },
  {
    consideration: 'hip-replacement-back',
    words: 'turns the hip inwards',
    isIn: (pose, side) => -outward(pose, side) > (bend(pose, side) > 45 ? 15 : 20) + TOLERANCE,
  },
  {
    consideration: 'hip-replacement-front',
    words: 'takes the hip behind the body',
    isIn: (pose, side) => bend(pose, side) < -10 - TOLERANCE,
  },
  {
    consideration: 'hip-replacement-front',
    words: 'takes the hip behind the body and turns it out',
    isIn: (pose, side) => bend(pose, side) < -5 && outward(pose, side) > 20,
  },
  ...['brittle-bones', 'spine-fracture-fresh', 'bone-cancer'].flatMap((consideration): Forbidden[] => [
    {
      consideration,
      words: 'rounds the back at its end',
      isIn: (pose) => trunk(pose, 'lumbarFlexion', 'thoracicFlexion') > 28 + TOLERANCE,
    },
    {
      consideration,
      words: 'twists the back at its end',
      isIn: (pose) => Math.abs(trunk(pose, 'lumbarTurn', 'thoracicTurn')) > 35 + TOLERANCE,
    },
  ]),
  {
    consideration: 'glaucoma',
    words: 'has the head below the heart',
    isIn: (pose) => headBelowChest(pose) > 2.5 + TOLERANCE,
  },
]

/** Every solved pose that ships, by variation. */
export function solvedPoses(): Map<string, SolvedPose[]> {
  return new Map([...solvedByName()].map(([id, poses]) => [id, Object.values(poses)]))
}
