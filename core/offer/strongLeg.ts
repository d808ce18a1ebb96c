import type { BodySide } from '../body/joints'
import type { Catalogue } from '../catalogue/catalogue'
import { factsOf } from './facts'
import { otherSide } from './otherSide'
import type { Person } from './person'

/**
 * The leg that leads on the way to the floor and up: in front, and what somebody pushes up with.
 *
 * @returns null where no leg is the weaker one, or both are
 * @source common clinical teaching, from memory
 * @example
 * strongLegOf({ ...ann, considerations: [{ consideration: 'stroke-weak-side', side: 'left', clearedBy: '' }] },
 * catalogue)
 * // 'right'
 */
export function strongLegOf(person: Person, catalogue: Pick<Catalogue, 'considerations'>): BodySide | null {
  const weak = new Set(factsOf(person, catalogue).flatMap(({ row, own }) => (row.weakLeg ? [own.side] : [])))
  const [side] = weak
  if (side === undefined || side === 'both' || weak.size > 1) return null
  return otherSide(side)
}
