import type { Catalogue } from '../catalogue/catalogue'
import { moverOf } from '../offer/mover'
import { offersFor, type HandChoice, type Offer } from '../offer/offerFor'
import { USUAL_ARRIVAL, type Arrival, type Person } from '../offer/person'
import { todayOf, type Today, type When } from '../offer/today'
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
  const limit = today.tier === 'standing' && person.access.chair !== 'no' ? standsAtMost(person, catalogue) : null
  let stood = 0
  const offers = plan.blocks.map((block): Offer[] => {
    const own = blockIn(block, today.tier)
    const movement = catalogue.movements.get(own.movement)
    if (!movement) return []
    const { dose, rounds, restSeconds } = own
    const asked = {
      movement,
      dose,
      rounds,
      restSeconds,
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
