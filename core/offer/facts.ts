import type { Catalogue } from '../catalogue/catalogue'
import type { Consideration } from '../catalogue/consideration'
import type { Side } from '../catalogue/words'
import type { Person, PersonConsideration } from './person'

/** A health fact as it stands in the table, with whose side it is about. */
export interface Fact {
  row: Consideration
  own: PersonConsideration
}

/** The rows that hold for some without being written down, once for a table. */
const knownUnwritten = new WeakMap<Catalogue['considerations'], Consideration[]>()

function unwrittenIn(considerations: Catalogue['considerations']): Consideration[] {
  const known = knownUnwritten.get(considerations)
  if (known) return known
  const rows = [...considerations.values()].filter(({ holdsFor }) => holdsFor !== undefined)
  knownUnwritten.set(considerations, rows)
  return rows
}

/** A person is never changed in place, so their facts are gathered once for a catalogue. */
const known = new WeakMap<Person, { facts: Fact[]; of: Catalogue['considerations'] }>()

/**
 * The health facts that hold for somebody: those that are written down, and those that hold without: never screened,
 * staying in a wheelchair. What the table does not know is not among them; the offer watches it.
 *
 * @example
 * factsOf({ ...ann, joins: 'wheelchair' }, catalogue).map(({ row }) => row.id) // ['wheelchair']
 */
export function factsOf(person: Person, { considerations }: Pick<Catalogue, 'considerations'>): readonly Fact[] {
  const before = known.get(person)
  if (before?.of === considerations) return before.facts
  const written = person.considerations.flatMap((own) => {
    const row = considerations.get(own.consideration)
    return row ? [{ row, own }] : []
  })
  const unwritten = unwrittenIn(considerations)
    .filter(({ holdsFor }) => holdsFor !== undefined && holds(holdsFor, person))
    .map((row) => ({ row, own: { consideration: row.id, side: 'both' as const, clearedBy: '' } }))
  const facts = [...written, ...unwritten]
  known.set(person, { facts, of: considerations })
  return facts
}

function holds(what: NonNullable<Consideration['holdsFor']>, { joins, screenedOn }: Person): boolean {
  return what === 'wheelchair' ? joins === 'wheelchair' : screenedOn === null
}

/**
 * Whether a fact is about the side that works.
 *
 * @example
 * isAbout({ row: { sided: true }, own: { side: 'left' } }, 'right') // false
 */
export function isAbout({ row, own }: { row: Pick<Consideration, 'sided'>; own: { side: Side } }, side: Side): boolean {
  return !row.sided || own.side === 'both' || side === 'both' || own.side === side
}
