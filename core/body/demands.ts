import { entryAt } from '../entries'
import { limbIndex, trunkIndex, type BodySide } from './joints'
import type { Tag } from '../catalogue/words'
import { bodyOf, type SolvedPose } from './figure'
import type { Skeleton } from './skeleton'
import { ballAt } from './spots'
import { cross, dot, length, RAD, sub, unit, type Vec } from './vector'

/** Thresholds between "asks it" and "does not", degrees; ours, from common practice. */
const DEEP_HIP_DEG = 91
const DEEP_KNEE_DEG = 92
const OVERHEAD_DEG = 120
const HEAD_BELOW_HIPS = -0.02
const HIP_BACK_END_DEG = 15
const SPINE_TURN_END_DEG = 34

export interface SideAngles {
  /** Between thigh and trunk, 0 standing straight, as a clinician measures it. */
  hipFlexion: number
  kneeFlexion: number
  ankleUp: number
}

/**
 * The clinical angles of one leg, measured on the solved body: they hold whatever combination of joint angles made
 * them.
 *
 * @returns degrees
 * @example
 * legAngles(standing, 'left') // { hipFlexion: 0, kneeFlexion: 0, ankleUp: -1.759 }
 */
export function legAngles(body: Skeleton, side: BodySide): SideAngles {
  const { hip, knee, ankle, heel, ball } = body[side]
  const [thigh, shank] = [unit(sub(knee, hip)), unit(sub(ankle, knee))]
  const up = unit(sub(entryAt(body.spine, 1), body.midHip))
  const forward: Vec = cross(up, unit(sub(body.right.hip, body.left.hip)))
  const hipFlexion = Math.atan2(dot(thigh, forward), -dot(thigh, up)) / RAD
  const kneeFlexion = angleBetween(thigh, shank)
  return { hipFlexion, kneeFlexion, ankleUp: 90 - angleBetween(unit(sub(ball, heel)), sub(knee, ankle)) }
}

function angleBetween(a: Vec, b: Vec): number {
  return Math.acos(Math.max(-1, Math.min(1, dot(a, b) / (length(a) * length(b))))) / RAD
}

/**
 * What a pose plainly asks of a body, read off the drawing: the tags that an entry must not leave out.
 *
 * Tags that depend on effort, speed or balance cannot be read off a pose and are not among them.
 *
 * @example
 * tagsOfPose(pose).has('kneeling') // false
 */
export function tagsOfPose(pose: SolvedPose): Set<Tag> {
  const body = bodyOf(pose)
  const tags = new Set<Tag>()
  const angle = (side: BodySide, name: 'shoulderFlexion' | 'shoulderAbduction') =>
    entryAt(pose.angles, limbIndex(side, name))
  const sits = pose.scene.chair === 'sit' || pose.scene.bed === 'edge'
  for (const side of ['left', 'right'] as const) {
    const { hipFlexion, kneeFlexion } = legAngles(body, side)
    // Sitting on a usual seat is asked of everybody in the chair lane and is watched by the seat's own fit.
    if (hipFlexion > DEEP_HIP_DEG + (sits ? 9 : 0)) tags.add('deep-hip-bend')
    if (hipFlexion < -HIP_BACK_END_DEG) tags.add('hip-back-end')
    if (kneeFlexion > DEEP_KNEE_DEG + 20) tags.add('deep-knee-bend')
    if (Math.max(angle(side, 'shoulderFlexion'), angle(side, 'shoulderAbduction')) > OVERHEAD_DEG)
      tags.add('overhead-arm')
    const knee = ballAt(body, `${side} knee`)
    const carries = pose.base !== 'side' && pose.base !== 'supine' && knee.at[1] < 0.12 && body.midHip[1] > 0.16
    if (carries) tags.add('kneeling')
  }
  if (pose.base === 'prone' && body.midHip[1] < 0.1 + (pose.scene.bed === 'long' ? 0.3 : 0)) tags.add('prone')
  if (body.head[1] < body.midHip[1] + HEAD_BELOW_HIPS && pose.base !== 'side') tags.add('head-below-heart')
  const turn =
    Math.abs(entryAt(pose.angles, trunkIndex('thoracicTurn'))) +
    Math.abs(entryAt(pose.angles, trunkIndex('lumbarTurn')))
  if (turn > SPINE_TURN_END_DEG + 8) tags.add('spine-twist-end')
  return tags
}

/**
 * The tags that a variation's poses plainly ask and its entry leaves out: what would be offered to somebody for whom
 * it is blocked.
 *
 * @param said the variation's own demands and its posture's
 * @example
 * missingTags([pose], tagsOfPose(pose)) // []
 */
export function missingTags(poses: readonly SolvedPose[], said: ReadonlySet<Tag>): Tag[] {
  const asked = new Set(poses.flatMap((pose) => [...tagsOfPose(pose)]))
  return [...asked].filter((tag) => !said.has(tag))
}
