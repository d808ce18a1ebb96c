import type { Catalogue } from '../catalogue/catalogue'
import type { Tier } from '../catalogue/words'
import { moverOf } from '../offer/mover'
import type { Offer } from '../offer/offer'
import { isLeftOut, offersFor, type HandChoice } from '../offer/offerFor'
import { USUAL_ARRIVAL, type Arrival, type Person } from '../offer/person'
import { inOrderOfWeight, type Reason, type ReasonKind } from '../offer/reason'
import { nearestTiers, todayOf, type Today, type When } from '../offer/today'
import { blockIn, type Plan } from './plan'
import { standingSeconds, standsAtMost } from './sitsDown'
import type { Rider } from './typicalRiders'

/** Somebody who is expected or has come, with all that today adds. */
export interface Expected {
  person: Person
  /** Left out: not asked yet, so as on a usual day. */
  arrival?: Arrival
  when: When
  /** Hand-made choices by block id. */
  choices?: ReadonlyMap<string, HandChoice>
}

export interface RiderToday extends Rider {
  today: Today
}

/**
 * Works out what a person is offered in every block of a plan, and in which lane they ride.
 *
 * @example
 * riderOf({ person: ann, when: usual }, plan, catalogue).tier // 'chair'
 */
export function riderOf({ person, arrival, when, choices }: Expected, plan: Plan, catalogue: Catalogue): RiderToday {
  const today = todayOf(person, catalogue, arrival ?? USUAL_ARRIVAL, when)
  const inTier = (on: Today) => ridesIn(on, { person, arrival, when, choices }, plan, catalogue)
  const own = inTier(today)
  if (!isMostlyClosed(own.offers, plan, catalogue)) return own
  // Where little of today's plan is open, another tier that is open for more of it is the better place.
  const others = nearestTiers(person, today, arrival).map((tier) =>
    inTier({ ...today, tier, reasons: inOrderOfWeight([...today.reasons, littleOpen(today.tier, tier)]) }),
  )
  return others.find((other) => !isMostlyClosed(other.offers, plan, catalogue)) ?? own
}

function littleOpen(home: Tier, tier: Tier): Reason {
  return { kind: 'other-tier', why: 'little-open', home, tier }
}

/** Whether more than half of what a plan works is left out for somebody. */
function isMostlyClosed(offers: readonly Offer[][], plan: Plan, catalogue: Catalogue): boolean {
  const worked = plan.blocks.flatMap((block, at) => {
    const movement = catalogue.movements.get(block.movement)
    const own = offers[at] ?? []
    if (!movement || movement.quality === 'breath' || own.some(isLeftOutByHand)) return []
    return [isLeftOut(own, movement)]
  })
  return worked.filter(Boolean).length * 2 > worked.length
}

const BY_HAND: ReadonlySet<ReasonKind> = new Set(['hurt-twice', 'by-hand', 'closed-to-guest'])

/** What was left out because it hurt, or until a lead agrees, says nothing of the tier. */
function isLeftOutByHand({ reasons }: Offer): boolean {
  return reasons.some(({ kind }) => BY_HAND.has(kind))
}

function ridesIn(today: Today, { person, arrival, choices }: Expected, plan: Plan, catalogue: Catalogue): RiderToday {
  const limit = today.tier === 'standing' && person.access.chair !== 'no' ? standsAtMost(person, catalogue) : null
  let stood = 0
  const offers = plan.blocks.map((block): Offer[] => {
    const own = blockIn(block, today.tier)
    const movement = catalogue.movements.get(own.movement)
    if (!movement) return []
    const { dose, rounds, restSeconds, catchUp } = own
    const asked = {
      movement,
      dose,
      rounds,
      restSeconds,
      catchUp,
      school: block.school ?? plan.school,
      levelAtMost: block.lanes?.[today.tier]?.levelAtMost,
    }
    const offersOn = (on: Today) => offersFor(asked, { person, today: on, catalogue, arrival }, choices?.get(block.id))
    const standing = offersOn(today)
    if (limit === null) return standing
    stood += standingSeconds(own, standing, movement, catalogue)
    if (stood <= limit) return standing
    stood = 0
    const reason = { kind: 'stood-long', atMostSeconds: limit } as const
    return offersOn({ ...today, tier: 'chair', reasons: [...today.reasons, reason] })
  })
  return { id: person.id, tier: today.tier, mover: moverOf(person, catalogue, arrival), offers, today }
}
