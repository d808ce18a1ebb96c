import { entryAt } from '../entries'
import { SEGMENT } from './segments'
import { SIZE_CM } from './scene'
import { RAD } from './vector'

export interface WallSitFit {
  /** Hip centre above the floor, cm. */
  hipHeightCm: number
  /** Ankles from the hip centre, cm: how far the feet stand from the wall besides the body's own depth. */
  footDistanceCm: number
}

/**
 * Where hips and feet are in a wall sit with upright shins: the thigh falls by cos(knee angle).
 *
 * @param kneeDeg knee flexion, 0 standing … 90 thighs level
 * @example
 * wallSit(168, 90) // { hipHeightCm: 47.88, footDistanceCm: 41.16 }
 */
export function wallSit(heightCm: number, kneeDeg: number): WallSitFit {
  const thigh = SEGMENT.thigh * heightCm
  return {
    hipHeightCm: SEGMENT.kneeHeight * heightCm + thigh * Math.cos(kneeDeg * RAD),
    footDistanceCm: thigh * Math.sin(kneeDeg * RAD),
  }
}

/** What hands rest on in a hinge, from high to low, cm; common practice, no source. */
export const HAND_RESTS_CM: readonly (readonly [name: string, cm: number])[] = [
  ['chair back', SIZE_CM.chairBack],
  ['table', SIZE_CM.table],
  ['chair seat', SIZE_CM.seat],
  ['block on its end', 23],
  ['block on its side', 15],
  ['block flat', SIZE_CM.block],
  ['floor', 0],
]

/**
 * Height of the fingertips when the trunk hinges at the hips with a long spine and the arms hang straight down.
 *
 * @param hingeDeg 0 upright … 90 trunk level; knees straight
 * @returns cm above the floor, never below it
 * @example
 * fingertipHeightCm(168, 0) // 63.5
 */
export function fingertipHeightCm(heightCm: number, hingeDeg: number): number {
  const trunk = (SEGMENT.shoulderHeight - SEGMENT.hipHeight) * heightCm
  const arm = (SEGMENT.upperArm + SEGMENT.forearm + SEGMENT.hand) * heightCm
  return Math.max(0, SEGMENT.hipHeight * heightCm + trunk * Math.cos(hingeDeg * RAD) - arm)
}

/**
 * What to rest the hands on at a hinge: the lowest rest that is not below the fingertips, so nobody is pulled down.
 *
 * @example
 * handRest(168, 60) // { name: 'chair seat', cm: 45, fingertipCm: 39.31 }
 */
export function handRest(heightCm: number, hingeDeg: number): { name: string; cm: number; fingertipCm: number } {
  const fingertipCm = fingertipHeightCm(heightCm, hingeDeg)
  const [name, cm] = HAND_RESTS_CM.findLast(([, rest]) => rest >= fingertipCm) ?? entryAt(HAND_RESTS_CM, 0)
  return { name, cm, fingertipCm }
}

/**
 * Lying on the back with a straight leg raised: how far the foot is beyond the reach of the hand.
 *
 * @param raiseDeg 0 flat … 90 leg upright
 * @returns strap needed for one hand in cm; 0 where the hand reaches the ankle
 * @example
 * strapCm(168, 60) // 49.77
 */
export function strapCm(heightCm: number, raiseDeg: number): number {
  const shoulderToHip = SEGMENT.shoulderHeight - SEGMENT.hipHeight
  const leg = SEGMENT.hipHeight - SEGMENT.ankleHeight
  const arm = SEGMENT.upperArm + SEGMENT.forearm + SEGMENT.hand / 2
  // The shoulder is at the origin, the hip lies a trunk away along the floor.
  const ankle = Math.hypot(shoulderToHip + leg * Math.cos(raiseDeg * RAD), leg * Math.sin(raiseDeg * RAD))
  return Math.max(0, ankle - arm) * heightCm
}

export interface HalfKneelFit {
  frontKneeDeg: number
  backHipDeg: number
}

/**
 * Half-kneel: angles for a stride, with an upright front shin and an upright trunk.
 *
 * @param strideCm from the back knee to the front ankle, along the floor
 * @param cushionCm under the back knee
 * @returns knee flexion in front and how far the back hip opens behind (+) or stays in front (−), degrees; null where
 * the legs do not reach
 * @example
 * halfKneel(168, 40, 5) // { frontKneeDeg: 84.8, backHipDeg: -1.379 }
 */
export function halfKneel(heightCm: number, strideCm: number, cushionCm: number): HalfKneelFit | null {
  const [thigh, frontKnee] = [SEGMENT.thigh * heightCm, SEGMENT.kneeHeight * heightCm]
  const backKnee = cushionCm + 0.0325 * heightCm
  // Both thighs meet at the hips: two circles of a thigh's length around the knees.
  const [dx, dy] = [strideCm, frontKnee - backKnee]
  const apart = Math.hypot(dx, dy)
  if (apart > 2 * thigh || apart === 0) return null
  const rise = Math.sqrt(thigh ** 2 - (apart / 2) ** 2)
  const hip = { x: dx / 2 - (rise * dy) / apart, y: backKnee + dy / 2 + (rise * dx) / apart }
  const backHipDeg = Math.atan2(hip.x, hip.y - backKnee) / RAD
  const frontKneeDeg = 90 + Math.asin((frontKnee - hip.y) / thigh) / RAD
  return { frontKneeDeg, backHipDeg }
}

/**
 * How far the shin leans when the knee touches the wall, by the body's geometry, degrees from upright. The kneecap
 * touches and not the joint, so it says a little too much: the measured tilt of the shin is what offers go by.
 *
 * @param toeCm from the big toe to the wall
 * @example
 * kneeToWallDeg(168, 10) // 45.52
 */
export function kneeToWallDeg(heightCm: number, toeCm: number): number {
  const shank = SEGMENT.shank * heightCm
  // The knee is above the wall's foot: the ankle lies a foot's front part and the distance behind it.
  const ankleToWall = toeCm + (SEGMENT.foot - 0.036) * heightCm
  return Math.asin(Math.min(1, ankleToWall / shank)) / RAD
}

/** Sway without a step, degrees; common practice, no source. */
export const LEAN_LIMITS_DEG = { forward: 8, back: 4, side: 8 } as const

/**
 * Sway from the ankles as one piece: the angle of a shift at hip height.
 *
 * @example
 * leanDeg(168, 12) // 7.676
 */
export function leanDeg(heightCm: number, shiftCm: number): number {
  return Math.atan(shiftCm / (SEGMENT.hipHeight * heightCm)) / RAD
}

/**
 * The other way round: how far the hip has moved at an angle.
 *
 * @returns cm
 * @example
 * leanShiftCm(168, 8) // 12.51
 */
export function leanShiftCm(heightCm: number, degrees: number): number {
  return hipHeightCm(heightCm) * Math.tan(degrees * RAD)
}

/**
 * How high the hips of somebody are who stands.
 *
 * @example
 * hipHeightCm(168) // 89.04
 */
export function hipHeightCm(heightCm: number): number {
  return SEGMENT.hipHeight * heightCm
}

/** Comfortable up to this share of the measured range where a pose imposes the angle; ours. */
const COMFORTABLE_SHARE = 0.85

/**
 * Judges an angle that a pose imposes against what was measured: comfortable, to watch, or too much.
 *
 * @param measuredDeg null: not measured, so the level decides and nothing is said here
 * @example
 * rangeMargin(30, 45) // 'comfortable'
 */
export function rangeMargin(
  imposedDeg: number,
  measuredDeg: number | null,
): 'comfortable' | 'watch' | 'too-much' | 'not-measured' {
  if (measuredDeg === null) return 'not-measured'
  if (imposedDeg <= COMFORTABLE_SHARE * measuredDeg) return 'comfortable'
  return imposedDeg <= measuredDeg ? 'watch' : 'too-much'
}
