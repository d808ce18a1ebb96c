import type { Catalogue } from '../catalogue/catalogue'
import { SchoolId } from '../catalogue/words'
import type { Decision } from './decide'
import type { DecisionKind } from './question'
import { reflectOn, type Reflected } from './reflectOn'

/** What another school would have said to the same evidence. */
export interface OtherVerdict {
  school: SchoolId
  kind: DecisionKind
  toLevel: number
}

/**
 * "What would the other school have said?": for each decision those schools that come to another level.
 *
 * @param decisions as they were proposed by the circle's own school
 * @returns by movement and tier, `movement tier`; schools that agree are left out
 * @example
 * otherSchools('m', { person: ann, outcomes: [], blockIn: blockToday(plan, ann) }, [{ movement: 'bridge', tier:
 * 'chair' }], catalogue).get('bridge chair')
 * // []
 */
export function otherSchools(
  meetingId: string,
  reflected: Reflected,
  decisions: readonly Decision[],
  catalogue: Catalogue,
): Map<string, OtherVerdict[]> {
  const keyOf = ({ movement, tier }: Pick<Decision, 'movement' | 'tier'>) => `${movement} ${tier}`
  const verdicts = new Map<string, OtherVerdict[]>(decisions.map((decision) => [keyOf(decision), []]))
  for (const school of SchoolId.options) {
    const blockIn: Reflected['blockIn'] = (blockId, tier) => ({ ...reflected.blockIn(blockId, tier), school })
    for (const other of reflectOn(meetingId, { ...reflected, blockIn }, catalogue)) {
      const own = decisions.find((decision) => keyOf(decision) === keyOf(other))
      if (own && own.toLevel !== other.toLevel)
        verdicts.get(keyOf(own))?.push({ school, kind: other.kind, toLevel: other.toLevel })
    }
  }
  return verdicts
}
