import type { Press } from '../catalogue/movement'
import type { Part } from './drawBody'
import { flat, polygonPath, type Flat, type View } from './project'
import type { Skeleton } from './skeleton'
import { ballAt } from './spots'
import { add, scale, type Vec } from './vector'

/** The ways one presses, as the figure stands: forward is where it looks, right its own right side. */
const WAYS: Record<Press['way'], Vec> = {
  up: [0, 1, 0],
  down: [0, -1, 0],
  forward: [1, 0, 0],
  back: [-1, 0, 0],
  right: [0, 0, 1],
  left: [0, 0, -1],
}
/** How long an arrow is at the beginning of a press and at its full effort, and how thick, body heights. */
const LENGTH = [0.05, 0.14] as const
const [THICK, HEAD_WIDE, HEAD_LONG] = [0.016, 0.046, 0.036]
/** An arrow that points at whoever looks says nothing: it is turned no shorter than this share of its length. */
const SEEN_SHARE = 0.4

/**
 * An arrow at the place of a press, its tip where the body presses; empty while nothing is pressed.
 *
 * @param share of the full effort, 0–1
 * @source a flat arrow, 16 units thick with a halo, that grows over the ramp: a study of this team's
 * @example
 * pressArrow({ at: 'right heel', way: 'down' }, standing, viewOf({ yaw: 30, pitch: 10 }), 0).paths[0].d // ''
 */
export function pressArrow({ at, way }: Press, body: Skeleton, view: View, share: number): Part {
  const { at: spot, radius } = ballAt(body, at)
  const to = WAYS[way]
  const tip = flat(view, add(spot, scale(to, -radius)))
  const along = flat(view, to)
  const seen = Math.hypot(along.x, along.y)
  const d = share > 0 && seen > 0 ? arrowPath(tip, { x: along.x / seen, y: along.y / seen }, lengthOf(share, seen)) : ''
  return { depth: Infinity, halo: true, paths: [{ d, fill: 'press' }] }
}

function lengthOf(share: number, seen: number): number {
  const [from, to] = LENGTH
  return (from + (to - from) * Math.min(1, share)) * Math.max(SEEN_SHARE, seen)
}

/** From its tail to its tip: seven corners. */
function arrowPath(tip: Flat, along: Flat, length: number): string {
  const corner = (back: number, aside: number): Flat => ({
    x: tip.x - along.x * back - along.y * aside,
    y: tip.y - along.y * back + along.x * aside,
  })
  const neck = Math.min(HEAD_LONG, length * 0.6)
  const [thin, wide] = [THICK / 2, HEAD_WIDE / 2]
  return polygonPath([
    corner(length, -thin),
    corner(neck, -thin),
    corner(neck, -wide),
    tip,
    corner(neck, wide),
    corner(neck, thin),
    corner(length, thin),
  ])
}
