import type { Camera } from '../catalogue/figure'
import { bodyOf, type SolvedPose } from './figure'
import { SIDES } from './joints'
import { flat, viewOf, type Flat } from './project'
import type { Vec } from './vector'

/** A picture is so wide and high, pixels: the smallest in which a movement is read. */
const PICTURE_PX = 200
/** So far a point moves at least, or nobody sees it; a study's number. */
export const SEEN_PX = 6
/** Turns that are tried, the smallest first, degrees. */
const TURNS = [0, 20, -20, 35, -35, 50, -50, 65, -65, 80, -80]
/** Rises that are tried with each turn, degrees. */
const RISES = [0, 14]
/** Room around the body in its frame, body heights. */
const MARGIN = 0.06

/**
 * How far the point that moves farthest moves on the paper between two poses, pixels in a picture of 200.
 *
 * @example
 * seenPx(pose, pose, { yaw: 0, pitch: 0 }) // 0
 */
export function seenPx(one: SolvedPose, other: SolvedPose, camera: Camera): number {
  const view = viewOf(camera)
  const [a, b] = [one, other].map((pose) => pointsOf(pose).map((point) => flat(view, point)))
  if (!a || !b) return 0
  const size = Math.max(extent([...a, ...b], 'x'), extent([...a, ...b], 'y')) + 2 * MARGIN
  const moved = a.map((point, at) => Math.hypot(point.x - (b[at]?.x ?? 0), point.y - (b[at]?.y ?? 0)))
  return (Math.max(...moved) / size) * PICTURE_PX
}

/**
 * The camera from which a movement is seen: the written one, or turned as little as makes it visible.
 *
 * @returns the written camera where nothing moves
 * @example
 * seeingCamera({ start: pose }, { yaw: 20, pitch: 10 }) // { yaw: 20, pitch: 10 }
 */
export function seeingCamera(poses: Partial<Record<string, SolvedPose>>, written: Camera): Camera {
  const { start, end } = poses
  if (!start || !end) return written
  const tried = TURNS.flatMap((turn) =>
    RISES.map((rise) => {
      const camera = { yaw: written.yaw + turn, pitch: written.pitch + rise }
      return { camera, px: seenPx(start, end, camera) }
    }),
  )
  const seen = tried.find(({ px }) => px >= SEEN_PX)
  return (seen ?? tried.reduce((best, one) => (one.px > best.px ? one : best))).camera
}

function pointsOf(pose: SolvedPose): Vec[] {
  const body = bodyOf(pose)
  return [
    ...body.spine,
    body.head,
    ...SIDES.flatMap((side) => {
      const { shoulder, elbow, wrist, fingertip, hip, knee, ankle, heel, ball, toe } = body[side]
      return [shoulder, elbow, wrist, fingertip, hip, knee, ankle, heel, ball, toe]
    }),
  ]
}

function extent(points: readonly Flat[], along: 'x' | 'y'): number {
  const values = points.map((point) => point[along])
  return Math.max(...values) - Math.min(...values)
}
