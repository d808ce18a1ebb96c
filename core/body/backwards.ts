import type { Way } from './way'

/**
 * The same way from its end to its start; what lies where the body is stays where it lay.
 *
 * @example
 * backwards(backwards(way)).moments[0] === way.moments[0] // true
 */
export function backwards({ moments, thingsAt = 0, ...way }: Way): Way {
  return { ...way, moments: moments.toReversed(), thingsAt: thingsAt === 0 ? 1 : 0 }
}
