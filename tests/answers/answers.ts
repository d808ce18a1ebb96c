import type { Catalogue, Movement } from '../../core/catalogue/catalogue'
import { TIERS, type Side, type Tier } from '../../core/catalogue/words'
import type { Offer } from '../../core/offer/offer'
import { offersFor } from '../../core/offer/offerFor'
import { USUAL_ARRIVAL, type Person, type PersonConsideration } from '../../core/offer/person'
import { todayOf } from '../../core/offer/today'
import type { Random } from '../../core/random'
import { personIn } from '../people'

/** A health fact on a side, as somebody may have it. */
export type Fact = PersonConsideration

/** What somebody gets of the movements of a tier, with the facts they have. */
export interface Answered {
  facts: readonly Fact[]
  tier: Tier
  /** Side by side: a movement that is worked on each side counts twice. */
  cells: number
  /** Of them, how many are answered by another movement, or sitting. */
  standIns: number
  /** Cells with neither an own variation nor a stand-in. */
  left: { movement: string; side: Side; because: string }[]
}

/** Every health fact that is not breath only, on each side that it can be of. */
export function factsOf(catalogue: Catalogue): Fact[] {
  return [...catalogue.considerations.values()]
    .filter((row) => !row.breathOnly && !row.redFlag)
    .flatMap((row) => {
      const sides: Side[] = row.sided ? ['left', 'right', 'both'] : ['both']
      return sides.map((side): Fact => ({ consideration: row.id, side, clearedBy: '' }))
    })
}

/** A fact in short: its id, and the side where it has one. */
export function factName({ consideration, side }: Fact): string {
  return side === 'both' ? consideration : `${consideration} (${side})`
}

/**
 * What a newcomer with these facts gets in a tier; null where the facts close the tier. Nobody has placed them on any
 * rung, so what a first placement gives is counted, not the best that could be.
 */
export function answersIn(tier: Tier, facts: readonly Fact[], catalogue: Catalogue): Answered | null {
  const person = personIn(tier, { considerations: [...facts] })
  const today = todayOf(person, catalogue, USUAL_ARRIVAL, { daysAway: 7 })
  if (today.tier !== tier) return null
  const answered: Answered = { facts, tier, cells: 0, standIns: 0, left: [] }
  for (const movement of catalogue.movements.values()) {
    if (movement.quality === 'breath') continue
    for (const offer of offersOf(movement, person, today, catalogue)) {
      answered.cells += 1
      if (offer.kind === 'stand-in' || offer.tier !== tier) answered.standIns += 1
      if (offer.kind === 'breath' || offer.kind === 'nothing')
        answered.left.push({ movement: movement.id, side: offer.side, because: closedBy(offer) })
    }
  }
  return answered
}

/** One offer a side where sides are worked apart. */
function offersOf(
  movement: Movement,
  person: Person,
  today: ReturnType<typeof todayOf>,
  catalogue: Catalogue,
): Offer[] {
  const { dose, rounds, restSeconds } = movement.doses.dwell
  const school = 'dwell'
  const offers = offersFor({ movement, dose, rounds, restSeconds, school }, { person, today, catalogue })
  const isApart = movement.sides === 'each' || movement.sides === 'each-direction'
  const [first] = offers
  return isApart && offers.length === 1 && first
    ? [
        { ...first, side: 'left' },
        { ...first, side: 'right' },
      ]
    : offers
}

/** What stands in the way, in short. */
function closedBy(offer: Offer): string {
  const kinds = offer.reasons.flatMap((reason) => {
    if (reason.kind === 'ladder-starts') return [`ladder starts at ${reason.level}`]
    if (reason.kind !== 'limit') return []
    const { limit } = reason
    return [limit.kind === 'consideration' ? `${limit.tag}` : limit.kind]
  })
  return [...new Set(kinds)].join(', ') || 'no ladder'
}

/** Every tier that these facts leave open. */
export function answersTo(facts: readonly Fact[], catalogue: Catalogue): Answered[] {
  return TIERS.flatMap((tier) => answersIn(tier, facts, catalogue) ?? [])
}

/** Which part of the cells has an answer; 1 where there is none to answer. */
export function shareOf(answered: readonly Answered[]): number {
  const cells = answered.reduce((sum, one) => sum + one.cells, 0)
  const left = answered.reduce((sum, one) => sum + one.left.length, 0)
  return cells === 0 ? 1 : 1 - left / cells
}

/** All pairs of facts that one person can have: not twice the same. */
export function pairsOf(facts: readonly Fact[]): [Fact, Fact][] {
  return facts.flatMap((one, at) =>
    facts
      .slice(at + 1)
      .filter((other) => other.consideration !== one.consideration)
      .map((other): [Fact, Fact] => [one, other]),
  )
}

/** Three different facts, drawn. */
export function drawThree(facts: readonly Fact[], random: Random): Fact[] {
  const drawn = new Map<string, Fact>()
  while (drawn.size < 3) {
    const fact = facts[Math.floor(random.next() * facts.length)]
    if (fact) drawn.set(fact.consideration, fact)
  }
  return [...drawn.values()]
}
