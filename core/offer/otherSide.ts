import type { BodySide } from '../body/joints'

/**
 * The other side of the body.
 *
 * @example
 * otherSide('left') // 'right'
 */
export function otherSide(side: BodySide): BodySide {
  return side === 'left' ? 'right' : 'left'
}
