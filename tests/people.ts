import type { Tier } from '../core/catalogue/words'
import type { Person } from '../core/offer/person'

/** A made-up person whose home is the given tier; every case says what differs. */
export function personIn(homeTier: Tier, change: Partial<Person> = {}): Person {
  return {
    id: '11111111-1111-4111-8111-111111111111',
    name: 'Pia Test',
    birthYear: 1950,
    pace: 'usual',
    homeTier,
    access: { bed: 'yes', chair: 'yes', standing: 'yes', floor: 'yes' },
    considerations: [],
    levels: [],
    ranges: [],
    prefers: 'either',
    school: null,
    dials: [],
    visiting: null,
    leftOut: [],
    joins: 'room',
    ...change,
  }
}
