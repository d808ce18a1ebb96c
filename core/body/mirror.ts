import { entryAt } from '../entries'
import { TRUNK_ANGLES, type TrunkAngle } from '../catalogue/figure'
import type { SolvedPose } from './figure'
import { ANGLE_COUNT, trunkIndex } from './joints'

/** Angles that point to the other side in a mirror. */
const TURNED: readonly TrunkAngle[] = [
  'list',
  'twist',
  'heading',
  'lumbarSide',
  'lumbarTurn',
  'thoracicSide',
  'thoracicTurn',
  'neckSide',
  'neckTurn',
]

/**
 * The same pose on the other side: sides swapped, turns and side bends reversed. The drawing itself is mirrored by
 * flipping it, so a pose that lies on its right side keeps its base.
 *
 * @example
 * mirrored(mirrored(pose)).angles.every((angle, at) => Math.abs(angle - pose.angles[at]) < 1e-9) // true
 */
export function mirrored(pose: SolvedPose): SolvedPose {
  const limbs = (ANGLE_COUNT - TRUNK_ANGLES.length) / 2
  const trunk = pose.angles.slice(0, TRUNK_ANGLES.length)
  for (const name of TURNED) trunk[trunkIndex(name)] = -entryAt(trunk, trunkIndex(name)) || 0
  const left = pose.angles.slice(TRUNK_ANGLES.length, TRUNK_ANGLES.length + limbs)
  const right = pose.angles.slice(TRUNK_ANGLES.length + limbs)
  const [x, y, z] = pose.root
  const strapFoot = ({ left: 'right', right: 'left', none: 'none' } as const)[pose.scene.strapFoot]
  return { ...pose, angles: [...trunk, ...right, ...left], root: [x, y, -z || 0], scene: { ...pose.scene, strapFoot } }
}
