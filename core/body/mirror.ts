import { entryAt } from '../entries'
import { TRUNK_ANGLES, type TrunkAngle } from '../catalogue/figure'
import type { SolvedPose } from './figure'
import { ANGLE_COUNT, trunkIndex } from './joints'
import type { Way } from './way'

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

/** Angles on the other side: sides swapped, turns and side bends reversed. */
function mirroredAngles(angles: readonly number[]): number[] {
  const limbs = (ANGLE_COUNT - TRUNK_ANGLES.length) / 2
  const trunk = angles.slice(0, TRUNK_ANGLES.length)
  for (const name of TURNED) trunk[trunkIndex(name)] = -entryAt(trunk, trunkIndex(name)) || 0
  const left = angles.slice(TRUNK_ANGLES.length, TRUNK_ANGLES.length + limbs)
  return [...trunk, ...angles.slice(TRUNK_ANGLES.length + limbs), ...left]
}

/**
 * The same pose on the other side: sides swapped, turns and side bends reversed. The drawing itself is mirrored by
 * flipping it, so a pose that lies on its right side keeps its base.
 *
 * @example
 * mirrored(mirrored(pose)).angles.every((angle, at) => Math.abs(angle - pose.angles[at]) < 1e-9) // true
 */
export function mirrored(pose: SolvedPose): SolvedPose {
  const [x, y, z] = pose.root
  const strapFoot = ({ left: 'right', right: 'left', none: 'none' } as const)[pose.scene.strapFoot]
  return { ...pose, angles: mirroredAngles(pose.angles), root: [x, y, -z || 0], scene: { ...pose.scene, strapFoot } }
}

/** So near to its mirror image a pose is the same on both sides, degrees and body heights. */
const SAME_DEG = 4
const SAME_HEIGHTS = 0.01

/**
 * A way on the other side, in the same room; null where it does not begin alike on both, so that it cannot follow.
 *
 * @example
 * mirroredWay(way)?.moments.length // 5
 */
export function mirroredWay(way: Way): Way | null {
  const moments = way.moments.map(({ angles, root }) => ({
    angles: Float64Array.from(mirroredAngles([...angles])),
    root: [root[0], root[1], -root[2] || 0] as const,
  }))
  const [one, other] = [entryAt(way.moments, 0), entryAt(moments, 0)]
  const isAlike =
    one.angles.every((angle, at) => Math.abs(angle - entryAt(other.angles, at)) < SAME_DEG) &&
    Math.abs(one.root[2] - other.root[2]) < SAME_HEIGHTS
  return isAlike && way.base !== 'side' ? { ...way, moments } : null
}
