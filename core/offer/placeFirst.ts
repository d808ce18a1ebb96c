import type { Catalogue, Movement } from '../catalogue/catalogue'
import type { Tier } from '../catalogue/words'
import type { Person } from './person'
import { demandsOf } from './verdict'

const STARTS_RESTED_AT_AGE = 85

/**
 * The level at which somebody starts who has never done a movement: 2 in the home tier; 1 elsewhere, where a
 * consideration touches the movement, and at 85 and over. A first time is never loaded.
 *
 * @param thisYear for the age; null: age is not looked at
 * @source ours
 */
export function placeFirst(movement: Movement, tier: Tier, person: Person, catalogue: Catalogue, thisYear: number | null): number {
  if (tier !== person.homeTier) return 1
  if (thisYear !== null && person.birthYear !== null && thisYear - person.birthYear >= STARTS_RESTED_AT_AGE) return 1
  const asked = new Set((movement.ladders[tier] ?? []).flatMap((rung) => demandsOf(rung, catalogue).map((demand) => demand.tag)))
  const isTouched = person.considerations.some((own) =>
    catalogue.considerations.get(own.consideration)?.rules.some((rule) => asked.has(rule.tag)),
  )
  return isTouched ? 1 : 2
}
