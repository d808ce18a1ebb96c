import { entryAt } from '../entries'
import type { BodySide } from './joints'
import { SIDES } from './joints'
import type { Skeleton } from './skeleton'
import { add, dot, mix, scale, sub, type Vec } from './vector'

/** Where the weight of the body is, by parts: shares of it at their middles; ours, after Winter (memory). */
function weightParts(body: Skeleton): [Vec, number][] {
  return [
    [entryAt(body.spine, 2), 0.25],
    [entryAt(body.spine, 6), 0.25],
    [body.head, 0.08],
    ...SIDES.flatMap((side): [Vec, number][] => [
      [mix(body[side].hip, body[side].knee, 0.43), 0.1],
      [mix(body[side].knee, body[side].ankle, 0.43), 0.06],
      [body[side].elbow, 0.05],
    ]),
  ]
}

/**
 * The middle of the body's weight, body heights.
 *
 * @example
 * centreOfMass(standing)[1] > 0.5 // true
 */
export function centreOfMass(body: Skeleton): Vec {
  return weightParts(body).reduce<Vec>((sum, [at, share]) => add(sum, scale(at, share)), [0, 0, 0])
}

const footMiddle = (body: Skeleton, side: BodySide): Vec => mix(body[side].heel, body[side].ball, 0.5)

/**
 * How far the weight is from the middle between the feet, forward and to the right, body heights.
 *
 * @example
 * overFeet(standing).map((off) => Math.abs(off) < 0.05) // [true, true]
 */
export function overFeet(body: Skeleton): [number, number] {
  const off = sub(centreOfMass(body), mix(footMiddle(body, 'left'), footMiddle(body, 'right'), 0.5))
  return [off[0], off[2]]
}

/**
 * Which share of the weight lies on one of two feet, by where the weight is between them; 0–1.
 *
 * @example
 * Math.round(shareOnFoot(standing, 'left') * 10) / 10 // 0.5
 */
export function shareOnFoot(body: Skeleton, side: BodySide): number {
  const other = side === 'left' ? 'right' : 'left'
  const flat = ([x, , z]: Vec): Vec => [x, 0, z]
  const [from, to] = [flat(footMiddle(body, other)), flat(footMiddle(body, side))]
  const between = sub(to, from)
  const along = dot(sub(flat(centreOfMass(body)), from), between) / Math.max(1e-9, dot(between, between))
  return Math.max(0, Math.min(1, along))
}
