import type { Ask } from '../core/compose/ask'
import type { Person } from '../core/offer/person'
import { shippedCatalogue } from './shippedCatalogue'

/** A cupboard with plenty of everything. */
export const FULL_CUPBOARD = Object.fromEntries([...shippedCatalogue().props.keys()].map((prop) => [prop, 60]))

/** A question for these people; every case says what differs. */
export function askFor(people: readonly Person[], change: Partial<Ask> = {}): Ask {
  const catalogue = shippedCatalogue()
  return {
    aim: catalogue.aims[0]!,
    minutes: 45,
    school: 'dwell',
    people: people.map((person) => ({ person, when: { daysAway: 7 } })),
    cupboard: FULL_CUPBOARD,
    met: new Set(catalogue.movements.keys()),
    pinned: [],
    banned: [],
    floor: true,
    breathShare: 0,
    most: null,
    recent: [],
    carryOver: [],
    chains: false,
    order: null,
    seed: 'a plan',
    catalogue,
    ...change,
  }
}
