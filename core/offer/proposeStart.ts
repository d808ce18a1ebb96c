import { entryAt } from '../entries'
import type { Catalogue } from '../catalogue/catalogue'
import { atOrOverAverage, type NormPerson } from '../measure/norms'
import { latestOf, type StoredMeasure } from '../measure/record'
import { TIERS, type Tier } from '../catalogue/words'
import type { Person } from './person'
import { startFor } from './placeFirst'
import { storedLevel } from './levels'

/** Where somebody would start on one ladder. */
export interface ProposedStart {
  movement: string
  tier: Tier
  level: number
  because: string
}

/**
 * Proposes a level on every ladder of the open tiers that has none yet, with its reason.
 *
 * @param records all results of the person; of two sides the weaker decides
 * @param failedGates tiers whose gate was tried and not passed
 * @returns home tier first, movements in their order; a level is one that the ladder has, or the nearest below
 * @source ours
 * @example
 * proposeStart({ ...ann, sex: 'female' }, { records: [], failedGates: new Set() }, catalogue, 2026).find((start)
 * => start.movement === 'bridge').level
 * // 2
 */
export function proposeStart(
  person: Person & Pick<NormPerson, 'sex'>,
  { records, failedGates }: { records: readonly StoredMeasure[]; failedGates: ReadonlySet<Tier> },
  catalogue: Catalogue,
  year: number,
): ProposedStart[] {
  const age = person.birthYear === null ? null : year - person.birthYear
  const speaking = speakingFor({ age, sex: person.sex }, records, catalogue)
  const tiers = [person.homeTier, ...TIERS.filter((tier) => tier !== person.homeTier)].filter(
    (tier) => person.access[tier] !== 'no',
  )
  return tiers.flatMap((tier) =>
    [...catalogue.movements.values()].flatMap((movement): ProposedStart[] => {
      const ladder = movement.ladders[tier]
      if (!ladder || storedLevel(person, movement.id, tier, 'both') !== null) return []
      const evidence = { failedGate: failedGates.has(tier), overAverage: speaking.get(movement.id) ?? [] }
      const { level, because } = startFor(movement, tier, { person, evidence }, catalogue)
      const rung = ladder.findLast((other) => other.level <= level) ?? entryAt(ladder, 0)
      const missing = rung.level < level ? `; the ladder has no level ${level}` : ''
      return [{ movement: movement.id, tier, level: rung.level, because: because + missing }]
    }),
  )
}

/** By movement, the names of measures that are at or over the average on the weaker side. */
function speakingFor(
  person: NormPerson,
  records: readonly StoredMeasure[],
  catalogue: Catalogue,
): Map<string, string[]> {
  const latest = [...latestOf(records).values()]
  const speaking = new Map<string, string[]>()
  for (const measure of catalogue.measures.values()) {
    const values = latest.filter((record) => record.measure === measure.id).map((record) => record.value)
    if (values.length === 0 || !values.every((value) => atOrOverAverage(measure, value, person))) continue
    for (const movement of measure.speaksFor) speaking.set(movement, [...(speaking.get(movement) ?? []), measure.name])
  }
  return speaking
}
