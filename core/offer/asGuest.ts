import type { Catalogue, Movement } from '../catalogue/catalogue'
import { Side, TIERS, type Tier } from '../catalogue/words'
import { factsOf } from './facts'
import { isLimiting } from './ownDose'
import { Participant } from './participant'
import type { Person } from './person'
import { judge } from './verdict'
import { walkIn } from './walkIn'

/**
 * Somebody as a guest to whom no lead has agreed yet: a name and where they work, led as somebody new who was never
 * screened. What any of their health facts closes is closed, without being said why; where a fact limits how much they
 * do, or asks for a clearance, only breath is left.
 *
 * @example
 * asGuest({ ...ann, id: '11111111-1111-4111-8111-111111111111', version: 1 }, catalogue).screenedOn // null
 */
export function asGuest(person: Participant, catalogue: Catalogue): Participant {
  const asNew = walkIn({ name: person.name, tier: tierOf(person) })
  const { id, version, joins, seat } = person
  return Participant.parse({
    ...{ ...asNew, id, version, joins, seat },
    ...{ ranges: [], dials: [], visiting: null, screenedOn: null },
    leftOut: [...catalogue.movements.values()].flatMap((movement) =>
      closedTiers(movement, person, catalogue).map((tier) => ({
        movement: movement.id,
        tier,
        standsIn: true,
        asGuest: true,
      })),
    ),
  })
}

function tierOf({ homeTier, access }: Person): Exclude<Tier, 'floor'> {
  if (homeTier === 'standing') return access.standing === 'yes' ? 'standing' : 'chair'
  return homeTier === 'bed' ? 'bed' : 'chair'
}

/** Where something of a movement is closed to somebody, or was left out for them. */
function closedTiers(movement: Movement, person: Person, catalogue: Catalogue): Tier[] {
  const isHeld = movement.quality !== 'breath' && isHeldToBreath(person, catalogue)
  return TIERS.filter(
    (tier) =>
      isHeld ||
      person.leftOut.some((row) => row.movement === movement.id && row.tier === tier) ||
      (movement.ladders[tier] ?? [])
        .flatMap((rung) => [rung, ...rung.ways])
        .some((way) => Side.options.some((side) => judge(way, side, { person }, catalogue).blocks.length > 0)),
  )
}

function isHeldToBreath(person: Person, catalogue: Catalogue): boolean {
  const facts = factsOf(person, catalogue)
  return isLimiting(facts) || facts.some(({ row, own }) => row.breathOnly && own.clearedBy === '')
}

/**
 * Whether a health fact keeps somebody from taking part at all: nobody lets them join unless a lead agrees.
 *
 * @example
 * isKeptOut(ann, catalogue) // false
 */
export function isKeptOut(person: Person, catalogue: Catalogue): boolean {
  return factsOf(person, catalogue).some(({ row }) => row.redFlag)
}
