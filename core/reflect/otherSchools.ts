import type { Catalogue } from '../catalogue/catalogue'
import { SchoolId, type Tier } from '../catalogue/words'
import { decide, type Decision, type DecisionKind } from './decide'
import type { Evidence } from './evidence'
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

/** What an entry of the ledger keeps of the decision that it answered. */
interface Answered {
  movement: string
  tier: Tier
  fromLevel: number
  toLevel: number
  evidence: readonly Evidence[]
}

/**
 * The same beside an entry of the ledger, from the evidence that was kept with it.
 *
 * @returns schools that would have come to another level, whatever the entry's own school was
 * @example
 * otherVerdicts({ movement: 'bridge', tier: 'chair', fromLevel: 2, toLevel: 2, evidence: [] }, catalogue) // []
 */
export function otherVerdicts(
  { movement, tier, fromLevel, toLevel, evidence }: Answered,
  { movements, schools, judgement }: Catalogue,
): OtherVerdict[] {
  const rungs = movements.get(movement)?.ladders[tier]?.map((rung) => rung.level) ?? []
  if (evidence.length === 0 || rungs.length === 0) return []
  return [...schools.values()].flatMap((school): OtherVerdict[] => {
    const said = decide({ movement, tier, level: fromLevel, rungs, evidence, school, judgement })
    return said.toLevel === toLevel ? [] : [{ school: school.id, kind: said.kind, toLevel: said.toLevel }]
  })
}
