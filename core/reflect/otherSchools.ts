import type { Catalogue } from '../catalogue/catalogue'
import { SchoolId, type Tier } from '../catalogue/words'
import type { Person } from '../offer/person'
import { decide, type Decision, type DecisionKind, type Evidence } from './decide'
import { reflectOn, type BlockToday, type DatedOutcome, type History } from './reflectOn'

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
 * otherSchools(meetingId, ann, outcomes, decisions, blockIn, catalogue).get('bridge chair') // [{ school: 'measured-load', kind: 'step-up', toLevel: 3 }]
 */
export function otherSchools(
  meetingId: string,
  person: Person,
  outcomes: readonly DatedOutcome[],
  decisions: readonly Decision[],
  blockIn: (blockId: string, tier: Tier) => BlockToday,
  catalogue: Catalogue,
  history?: History,
): Map<string, OtherVerdict[]> {
  const keyOf = ({ movement, tier }: Pick<Decision, 'movement' | 'tier'>) => `${movement} ${tier}`
  const found = new Map<string, OtherVerdict[]>(decisions.map((decision) => [keyOf(decision), []]))
  for (const school of SchoolId.options) {
    for (const other of reflectOn(
      meetingId,
      person,
      outcomes,
      (blockId, tier) => ({ ...blockIn(blockId, tier), school }),
      catalogue,
      history,
    )) {
      const own = decisions.find((decision) => keyOf(decision) === keyOf(other))
      if (own && own.toLevel !== other.toLevel)
        found.get(keyOf(own))!.push({ school, kind: other.kind, toLevel: other.toLevel })
    }
  }
  return found
}

/**
 * The same beside an entry of the ledger, from the evidence that was kept with it.
 *
 * @returns schools that would have come to another level, whatever the entry's own school was
 */
export function otherVerdicts(
  {
    movement,
    tier,
    fromLevel,
    toLevel,
    evidence,
  }: { movement: string; tier: Tier; fromLevel: number; toLevel: number; evidence: readonly Evidence[] },
  catalogue: Catalogue,
): OtherVerdict[] {
  const rungs = catalogue.movements.get(movement)?.ladders[tier]?.map((rung) => rung.level) ?? []
  if (evidence.length === 0 || rungs.length === 0) return []
  return SchoolId.options.flatMap((id): OtherVerdict[] => {
    const said = decide({ movement, tier, level: fromLevel, rungs, evidence, school: catalogue.schools.get(id)! })
    return said.toLevel === toLevel ? [] : [{ school: id, kind: said.kind, toLevel: said.toLevel }]
  })
}
