import { entryAt } from '../entries'
import type { Catalogue, Movement } from '../catalogue/catalogue'
import type { Offer } from '../offer/offer'
import { isLeftOut, offersFor } from '../offer/offerFor'
import { blockFor } from './edits'
import type { Plan } from './plan'
import type { Expected, RiderToday } from './riders'
import { timelineOf } from './timeline'

/** What it costs to put a movement into a plan at a place. */
export interface Placing {
  /** Seconds that the whole plan becomes longer. */
  seconds: number
  /** Seconds to get there from the block before; 0: everybody is there already. */
  changeoverSeconds: number
  /** Ids of those who would only breathe. */
  breathing: string[]
  /** What everybody would be offered, by person, for the props it takes. */
  offers: { id: string; offers: Offer[][] }[]
}

/**
 * Works out what each movement would cost at a place of the plan, with the school's dose, for the people who are there.
 *
 * @param at the place among the blocks, 0: first
 * @param expected everybody among the riders, for their offers
 * @returns by movement id
 * @example
 * placingsAt(plan, 2, { riders, expected: people.map((person) => ({ person, when: usual })), met, catalogue
 * }).has('bridge')
 * // true
 */
export function placingsAt(
  plan: Plan,
  at: number,
  {
    riders,
    expected,
    met,
    catalogue,
  }: { riders: readonly RiderToday[]; expected: readonly Expected[]; met: ReadonlySet<string>; catalogue: Catalogue },
): Map<string, Placing> {
  const before = timelineOf(plan, riders, met, catalogue).seconds
  const byId = new Map(expected.map((one) => [one.person.id, one]))
  return new Map(
    [...catalogue.movements.values()].map((movement) => [
      movement.id,
      placing(movement, plan, at, { before, riders, byId, met, catalogue }),
    ]),
  )
}

/**
 * The same for one movement.
 *
 * @example
 * placingOf(sideBend, plan, 2, { riders, expected: people.map((person) => ({ person, when: usual })), met,
 * catalogue }).changeoverSeconds
 * // 35
 */
export function placingOf(
  movement: Movement,
  plan: Plan,
  at: number,
  {
    riders,
    expected,
    met,
    catalogue,
  }: { riders: readonly RiderToday[]; expected: readonly Expected[]; met: ReadonlySet<string>; catalogue: Catalogue },
): Placing {
  return placing(movement, plan, at, {
    before: timelineOf(plan, riders, met, catalogue).seconds,
    riders,
    byId: new Map(expected.map((one) => [one.person.id, one])),
    met,
    catalogue,
  })
}

function placing(
  movement: Movement,
  plan: Plan,
  at: number,
  {
    before,
    riders,
    byId,
    met,
    catalogue,
  }: {
    before: number
    riders: readonly RiderToday[]
    byId: ReadonlyMap<string, Expected>
    met: ReadonlySet<string>
    catalogue: Catalogue
  },
): Placing {
  const block = blockFor(movement, plan.school, 'placed', catalogue)
  const placed: Plan = { ...plan, blocks: plan.blocks.toSpliced(at, 0, block) }
  const breathing: string[] = []
  const all: Placing['offers'] = []
  const withIt = riders.map((rider): RiderToday => {
    const one = byId.get(rider.id)
    const offers = one
      ? offersFor(
          { movement, dose: block.dose, rounds: block.rounds, restSeconds: block.restSeconds, school: plan.school },
          { person: one.person, today: rider.today, catalogue, arrival: one.arrival },
        )
      : []
    if (isLeftOut(offers, movement)) breathing.push(rider.id)
    all.push({ id: rider.id, offers: [offers] })
    return { ...rider, offers: rider.offers.toSpliced(at, 0, offers) }
  })
  const timeline = timelineOf(placed, withIt, met, catalogue)
  return {
    seconds: timeline.seconds - before,
    changeoverSeconds: entryAt(timeline.blocks, at).changeoverSeconds,
    breathing,
    offers: all,
  }
}
