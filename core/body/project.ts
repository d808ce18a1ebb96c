import { entryAt, lastOf } from '../entries'
import type { Camera } from '../catalogue/figure'
import { dot, RAD, type Vec } from './vector'

export interface View {
  right: Vec
  up: Vec
  /** Towards whoever looks: what is farther along it is drawn later. */
  towards: Vec
}

/**
 * An orthographic camera: yaw 0 looks at the figure's right side, 90 at its front.
 *
 * @example
 * flat(viewOf({ yaw: 0, pitch: 0 }), [0, 1, 0]).y // -1
 */
export function viewOf({ yaw, pitch }: Camera): View {
  const [cy, sy, cp, sp] = [Math.cos(yaw * RAD), Math.sin(yaw * RAD), Math.cos(pitch * RAD), Math.sin(pitch * RAD)]
  return { right: [cy, 0, -sy], up: [-sy * sp, cp, -cy * sp], towards: [sy * cp, sp, cy * cp] }
}

export interface Flat {
  x: number
  y: number
}
/**
 * Where a point is on the paper, y downwards, and how near it is.
 *
 * @example
 * flat(viewOf({ yaw: 0, pitch: 0 }), [0.5, 0, 0]) // { x: 0.5, y: 0, depth: 0 }
 */
export function flat(view: View, at: Vec): Flat & { depth: number } {
  return { x: dot(view.right, at), y: -dot(view.up, at), depth: dot(view.towards, at) }
}

export interface Disc extends Flat {
  r: number
}

/**
 * The outline of two discs and what is between them, as an SVG path in thousandths of a body height.
 *
 * @example
 * capsulePath({ x: 0, y: 0, r: 10 }, { x: 0, y: 0, r: 2 }) === discPath({ x: 0, y: 0, r: 10 }) // true
 */
export function capsulePath(a: Disc, b: Disc): string {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const apart = Math.hypot(dx, dy)
  if (apart <= Math.abs(a.r - b.r) + 1e-6) return discPath(a.r >= b.r ? a : b)
  const angle = Math.atan2(dy, dx)
  const open = Math.acos(Math.max(-1, Math.min(1, (a.r - b.r) / apart)))
  const rim = (disc: Disc, by: number) =>
    `${mil(disc.x + disc.r * Math.cos(angle + by))} ${mil(disc.y + disc.r * Math.sin(angle + by))}`
  const wide = open < Math.PI / 2 ? 1 : 0
  return `M${rim(a, open)}A${mil(a.r)} ${mil(a.r)} 0 ${wide} 1 ${rim(a, -open)}L${rim(b, -open)}A${mil(b.r)} ${mil(b.r)} 0 ${1 - wide} 1 ${rim(b, open)}Z`
}

/**
 * A circle as a path.
 *
 * @example
 * discPath({ x: 0, y: 0, r: 10 }) // 'M-10000 0a10000 10000 0 1 0 20000 0a10000 10000 0 1 0 -20000 0Z'
 */
export function discPath({ x, y, r }: Disc): string {
  return `M${mil(x - r)} ${mil(y)}a${mil(r)} ${mil(r)} 0 1 0 ${mil(2 * r)} 0a${mil(r)} ${mil(r)} 0 1 0 ${mil(-2 * r)} 0Z`
}

const DIRECTIONS = Array.from({ length: 36 }, (_, at) => {
  const angle = (at / 36) * 2 * Math.PI
  return [Math.cos(angle), Math.sin(angle)] as const
})

/**
 * The outline around several discs: in each of 36 directions the point that lies farthest out.
 *
 * @example
 * hullPath([{ x: 0, y: 0, r: 1 }, { x: 9, y: 0, r: 1 }]).startsWith('M10000 0L') // true
 */
export function hullPath(discs: readonly Disc[]): string {
  let path = ''
  let [lastX, lastY] = [NaN, NaN]
  for (const [dx, dy] of DIRECTIONS) {
    let far = -Infinity
    let [x, y] = [0, 0]
    for (const disc of discs) {
      const out = disc.x * dx + disc.y * dy + disc.r
      if (out <= far) continue
      far = out
      x = disc.x + disc.r * dx
      y = disc.y + disc.r * dy
    }
    const [atX, atY] = [mil(x), mil(y)]
    if (atX === lastX && atY === lastY) continue
    path += `${path === '' ? 'M' : 'L'}${atX} ${atY}`
    ;[lastX, lastY] = [atX, atY]
  }
  return `${path}Z`
}

/**
 * A closed path through points.
 *
 * @example
 * polygonPath([{ x: 0, y: 0 }, { x: 4, y: 0 }, { x: 4, y: 3 }]) // 'M0 0L4000 0L4000 3000Z'
 */
export function polygonPath(points: readonly Flat[]): string {
  return `M${points.map(({ x, y }) => `${mil(x)} ${mil(y)}`).join('L')}Z`
}

/**
 * The convex hull by Andrew's monotone chain.
 *
 * @example
 * hullOf([{ x: 0, y: 0 }, { x: 4, y: 0 }, { x: 2, y: 1 }, { x: 2, y: 4 }]).length // 3
 */
export function hullOf(points: readonly Flat[]): Flat[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y)
  const half = (ordered: Flat[]) => {
    const chain: Flat[] = []
    for (const point of ordered) {
      while (chain.length >= 2 && turnOf(entryAt(chain, chain.length - 2), lastOf(chain), point) <= 0) chain.pop()
      chain.push(point)
    }
    return chain.slice(0, -1)
  }
  return [...half(sorted), ...half(sorted.reverse())]
}

function turnOf(a: Flat, b: Flat, c: Flat): number {
  return (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)
}

/**
 * Thousandths, whole: a figure is about 1000 units tall.
 *
 * @example
 * mil(0.5) // 500
 */
export function mil(value: number): number {
  return Math.round(value * 1000)
}
