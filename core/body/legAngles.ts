import { entryAt } from '../entries'
import type { BodySide } from './joints'
import type { Skeleton } from './skeleton'
import { cross, dot, length, RAD, sub, unit, type Vec } from './vector'

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

/**
 * The angle between two directions, degrees.
 *
 * @example
 * angleBetween([1, 0, 0], [0, 1, 0]) // 90
 */
export function angleBetween(a: Vec, b: Vec): number {
  return Math.acos(Math.max(-1, Math.min(1, dot(a, b) / (length(a) * length(b))))) / RAD
}
