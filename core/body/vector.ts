/** A point or direction: x forward, y up, z to the figure's right; lengths in body heights. */
export type Vec = readonly [number, number, number]
/** A rotation, row by row. */
export type Rot = readonly [number, number, number, number, number, number, number, number, number]

export const RAD = Math.PI / 180
export const IDENTITY: Rot = [1, 0, 0, 0, 1, 0, 0, 0, 1]

export const add = (a: Vec, b: Vec): Vec => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
export const sub = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
export const scale = (a: Vec, by: number): Vec => [a[0] * by, a[1] * by, a[2] * by]
export const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const cross = (a: Vec, b: Vec): Vec => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
export const length = (a: Vec): number => Math.hypot(a[0], a[1], a[2])
export const mix = (a: Vec, b: Vec, share: number): Vec => add(scale(a, 1 - share), scale(b, share))

/**
 * A point by its three axes.
 *
 * @example
 * byAxis((axis) => 2 * axis) // [0, 2, 4]
 */
export function byAxis(of: (axis: 0 | 1 | 2) => number): Vec {
  return [of(0), of(1), of(2)]
}

/**
 * A direction of length one.
 *
 * @example
 * unit([3, 0, 4]) // [0.6, 0, 0.8]
 */
export function unit(a: Vec): Vec {
  return scale(a, 1 / (length(a) || 1))
}

/**
 * Turns a direction by a rotation.
 *
 * @example
 * turned(aboutZ(90), [1, 0, 0]).map(Math.round) // [0, 1, 0]
 */
export function turned(r: Rot, v: Vec): Vec {
  return [
    r[0] * v[0] + r[1] * v[1] + r[2] * v[2],
    r[3] * v[0] + r[4] * v[1] + r[5] * v[2],
    r[6] * v[0] + r[7] * v[1] + r[8] * v[2],
  ]
}

/**
 * One rotation after another: `b` happens in the frame of `a`.
 *
 * @example
 * turned(after(aboutZ(90), aboutZ(-90)), [1, 0, 0]).map(Math.round) // [1, 0, 0]
 */
export function after(a: Rot, b: Rot): Rot {
  return [
    a[0] * b[0] + a[1] * b[3] + a[2] * b[6],
    a[0] * b[1] + a[1] * b[4] + a[2] * b[7],
    a[0] * b[2] + a[1] * b[5] + a[2] * b[8],
    a[3] * b[0] + a[4] * b[3] + a[5] * b[6],
    a[3] * b[1] + a[4] * b[4] + a[5] * b[7],
    a[3] * b[2] + a[4] * b[5] + a[5] * b[8],
    a[6] * b[0] + a[7] * b[3] + a[8] * b[6],
    a[6] * b[1] + a[7] * b[4] + a[8] * b[7],
    a[6] * b[2] + a[7] * b[5] + a[8] * b[8],
  ]
}

/**
 * Right-handed turns about the axes, degrees.
 *
 * @example
 * turned(aboutX(90), [0, 1, 0]).map(Math.round) // [0, 0, 1]
 */
export function aboutX(deg: number): Rot {
  const [c, s] = [Math.cos(deg * RAD), Math.sin(deg * RAD)]
  return [1, 0, 0, 0, c, -s, 0, s, c]
}
/**
 * A rotation about the axis that points up, degrees.
 *
 * @example
 * turned(aboutY(90), [0, 0, 1]).map(Math.round) // [1, 0, 0]
 */
export function aboutY(deg: number): Rot {
  const [c, s] = [Math.cos(deg * RAD), Math.sin(deg * RAD)]
  return [c, 0, s, 0, 1, 0, -s, 0, c]
}
/**
 * A rotation about the axis that points to the right, degrees.
 *
 * @example
 * turned(aboutZ(90), [1, 0, 0]).map(Math.round) // [0, 1, 0]
 */
export function aboutZ(deg: number): Rot {
  const [c, s] = [Math.cos(deg * RAD), Math.sin(deg * RAD)]
  return [c, -s, 0, s, c, 0, 0, 0, 1]
}

/**
 * The shortest way between two stretches: the nearest points of both and their distance.
 *
 * @example
 * nearest([0, 0, 0], [1, 0, 0], [0.5, 1, 0], [0.5, 2, 0]) // { distance: 1, onA: [0.5, 0, 0], onB: [0.5, 1, 0] }
 */
export function nearest(a0: Vec, a1: Vec, b0: Vec, b1: Vec): { distance: number; onA: Vec; onB: Vec } {
  const [u, v, w] = [sub(a1, a0), sub(b1, b0), sub(a0, b0)]
  const [a, b, c, d, e] = [dot(u, u), dot(u, v), dot(v, v), dot(u, w), dot(v, w)]
  const within = (share: number) => Math.min(1, Math.max(0, share))
  const flat = a * c - b * b
  // Nearly parallel stretches, or one that is a point: begin anywhere on the first.
  let s = flat <= 1e-9 * a * c ? 0 : within((b * e - c * d) / flat)
  let t = c === 0 ? 0 : (b * s + e) / c
  if (c === 0 || t < 0 || t > 1) {
    t = within(t)
    s = a === 0 ? 0 : within((b * t - d) / a)
  }
  const [onA, onB] = [add(a0, scale(u, s)), add(b0, scale(v, t))]
  return { distance: length(sub(onA, onB)), onA, onB }
}
