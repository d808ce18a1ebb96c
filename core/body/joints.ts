import { LIMB_ANGLES, TRUNK_ANGLES, type LimbAngle, type PoseAngles, type TrunkAngle } from '../catalogue/figure'

/** How far a joint goes, and how freely the solver may move it from what was written; degrees. */
interface Joint {
  from: number
  to: number
  spread: number
}

/**
 * Limits of a supple adult, wider than the usual range: what a figure may show, not what a person should do.
 *
 * @source AAOS ranges of joint motion, widened by about a tenth (memory); spreads are ours
 */
export const LIMB_JOINTS: Record<LimbAngle, Joint> = {
  hipFlexion: { from: -30, to: 135, spread: 9 },
  hipAbduction: { from: -35, to: 75, spread: 8 },
  hipOutward: { from: -50, to: 85, spread: 9 },
  kneeFlexion: { from: -3, to: 158, spread: 12 },
  ankleUp: { from: -58, to: 38, spread: 10 },
  inversion: { from: -22, to: 35, spread: 10 },
  toesUp: { from: -35, to: 80, spread: 12 },
  shoulderFlexion: { from: -65, to: 185, spread: 13 },
  shoulderAbduction: { from: -45, to: 180, spread: 12 },
  shoulderOutward: { from: -95, to: 100, spread: 14 },
  elbowFlexion: { from: -3, to: 152, spread: 16 },
  pronation: { from: -95, to: 95, spread: 24 },
  wristUp: { from: -80, to: 92, spread: 18 },
}
export const TRUNK_JOINTS: Record<TrunkAngle, Joint> = {
  tilt: { from: -180, to: 180, spread: 4 },
  list: { from: -90, to: 90, spread: 3 },
  twist: { from: -90, to: 90, spread: 3 },
  heading: { from: -180, to: 180, spread: 3 },
  lumbarFlexion: { from: -32, to: 62, spread: 4 },
  lumbarSide: { from: -28, to: 28, spread: 3 },
  lumbarTurn: { from: -14, to: 14, spread: 2 },
  thoracicFlexion: { from: -25, to: 45, spread: 4 },
  thoracicSide: { from: -30, to: 30, spread: 3 },
  thoracicTurn: { from: -50, to: 50, spread: 4 },
  neckFlexion: { from: -60, to: 60, spread: 6 },
  neckSide: { from: -45, to: 45, spread: 4 },
  neckTurn: { from: -85, to: 85, spread: 5 },
}

export const SIDES = ['left', 'right'] as const
export type BodySide = (typeof SIDES)[number]

/** All angles of a body by number: the trunk's, then the left side's, then the right's. */
export type Angles = Float64Array
export const ANGLE_COUNT = TRUNK_ANGLES.length + 2 * LIMB_ANGLES.length

/**
 * Where an angle of the trunk stands among all angles.
 *
 * @example
 * trunkIndex('tilt') !== trunkIndex('twist') // true
 */
export function trunkIndex(name: TrunkAngle): number {
  return TRUNK_ANGLES.indexOf(name)
}
/**
 * Where an angle of an arm or a leg stands among all angles.
 *
 * @example
 * limbIndex('left', 'hipFlexion') !== limbIndex('right', 'hipFlexion') // true
 */
export function limbIndex(side: BodySide, name: LimbAngle): number {
  return TRUNK_ANGLES.length + (side === 'left' ? 0 : LIMB_ANGLES.length) + LIMB_ANGLES.indexOf(name)
}

/** The joint of every angle by number. */
export const JOINTS: readonly Joint[] = [
  ...TRUNK_ANGLES.map((name) => TRUNK_JOINTS[name]),
  ...SIDES.flatMap(() => LIMB_ANGLES.map((name) => LIMB_JOINTS[name])),
]

/**
 * Lays written angles over others, side by side.
 *
 * @param layers from the general to the particular; what a later one does not name stays
 * @example
 * anglesOf({ hipFlexion: 40 })[limbIndex('left', 'hipFlexion')] // 40
 */
export function anglesOf(...layers: (PoseAngles | undefined)[]): Angles {
  const angles = new Float64Array(ANGLE_COUNT)
  for (const layer of layers) {
    if (!layer) continue
    for (const name of TRUNK_ANGLES) if (layer[name] !== undefined) angles[trunkIndex(name)] = layer[name]
    for (const side of SIDES) {
      for (const name of LIMB_ANGLES) {
        const value = layer[side]?.[name] ?? layer[name]
        if (value !== undefined) angles[limbIndex(side, name)] = value
      }
    }
  }
  return angles
}
