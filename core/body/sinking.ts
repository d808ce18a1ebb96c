import type { Scene } from './scene'
import type { Skeleton } from './skeleton'
import { ALL_SPOTS, ballAt, type Spot } from './spots'
import { nearest } from './vector'

/**
 * How deep each spot sinks into floor, bed or wall, body heights; never negative.
 *
 * @example
 * Math.max(...sinkings(standing, scene)) < 0.01 // true
 */
export function sinkings(body: Skeleton, scene: Scene): number[] {
  const depths: number[] = []
  for (const spot of ALL_SPOTS) {
    const { at, radius } = ballAt(body, spot)
    const bed = scene.bedBox
    const overBed =
      bed !== null &&
      at[0] > bed.from &&
      at[0] < bed.to &&
      Math.abs(at[2]) < bed.half &&
      // Whoever sits on its edge may have a heel under it; nobody lies under their bed.
      (scene.bed === 'long' || at[1] > scene.bedTop - 0.06)
    const besideBed = bed ? 0 : scene.ground
    const under = overBed ? scene.bedTop : besideBed
    depths.push(Math.max(0, under + radius - at[1]))
    if (scene.wall === 'behind') depths.push(Math.max(0, scene.wallAt + radius - at[0]))
    else if (scene.wall === 'before') depths.push(Math.max(0, at[0] + radius - scene.wallAt))
    else depths.push(0)
  }
  return depths
}

const LIMBS: readonly [Spot, Spot, number][] = [
  ['left hip', 'left knee', 0.036],
  ['right hip', 'right knee', 0.036],
  ['left knee', 'left ankle', 0.026],
  ['right knee', 'right ankle', 0.026],
  ['left elbow', 'left wrist', 0.017],
  ['right elbow', 'right wrist', 0.017],
  ['waist', 'chest', 0.052],
]
/** Pairs of limbs that could run through each other. */
const PAIRS: readonly [number, number][] = [
  [0, 1],
  [0, 3],
  [1, 2],
  [2, 3],
  [4, 0],
  [4, 1],
  [5, 0],
  [5, 1],
  [4, 6],
  [5, 6],
  [4, 5],
  [2, 6],
  [3, 6],
]

/**
 * How deep limbs are in one another, body heights; never negative.
 *
 * @example
 * Math.max(...overlaps(standing)) < 0.01 // true
 */
export function overlaps(body: Skeleton): number[] {
  const ends = LIMBS.map(([from, to]) => [ballAt(body, from).at, ballAt(body, to).at] as const)
  return PAIRS.map(([one, two]) => {
    const { distance } = nearest(ends[one]![0], ends[one]![1], ends[two]![0], ends[two]![1])
    return Math.max(0, LIMBS[one]![2] + LIMBS[two]![2] - distance)
  })
}
