import { entryAt } from '../entries'
import type { Camera } from '../catalogue/figure'
import type { Frame } from './draw'
import { flat, viewOf } from './project'
import { ALL_SPOTS, ballAt } from './spots'
import { bodyAt, type Way } from './way'

const PICTURES = 10
/** What goes at least so far as a share of what goes farthest belongs to what moves. */
const MOVES_SHARE = 0.5
/** Nearer one does not come: a foot fills the picture then. Thousandths of a body height, as {@link Frame}. */
const [LEAST, MARGIN] = [240, 60]

/**
 * The frame round what moves, for a close look at a foot, a hand or a neck.
 *
 * @param shape width ÷ height
 * @returns null where nothing moves
 * @example
 * closeFrame(way, { yaw: 35, pitch: 10 }, 1)?.[2] > 200 // true
 */
export function closeFrame(way: Way, camera: Camera, shape: number): Frame | null {
  if (way.moments.length < 2) return null
  const view = viewOf(camera)
  const bodies = Array.from({ length: PICTURES + 1 }, (_, at) => bodyAt(way, at / PICTURES))
  const paths = ALL_SPOTS.map((spot) => bodies.map((body) => flat(view, ballAt(body, spot).at)))
  const goes = paths.map((path) => Math.max(...path.map(({ x, y }) => distanceTo(entryAt(path, 0), x, y))))
  const farthest = Math.max(...goes)
  const moving = paths.filter((_, at) => entryAt(goes, at) >= farthest * MOVES_SHARE).flat()
  const [xs, ys] = [moving.map(({ x }) => x * 1000), moving.map(({ y }) => y * 1000)]
  const [left, right] = [Math.min(...xs) - MARGIN, Math.max(...xs) + MARGIN]
  const [top, bottom] = [Math.min(...ys) - MARGIN, Math.max(...ys) + MARGIN]
  const height = Math.max(LEAST, bottom - top, (right - left) / shape)
  const width = height * shape
  const [x, y] = [(left + right - width) / 2, (top + bottom - height) / 2]
  return [Math.round(x), Math.round(y), Math.round(width), Math.round(height)]
}

const distanceTo = (from: { x: number; y: number }, x: number, y: number) => Math.hypot(x - from.x, y - from.y)
