import type { Catalogue } from '../../core/catalogue/catalogue'
import type { Participant } from '../../core/offer/participant'
import { rangesOf } from '../../core/offer/ranges'
import { inForce } from '../../core/offer/screening'
import { measuresOf } from '../database/measures'
import { participantsOf } from '../database/people'
import type { Database } from '../database/rows'

/**
 * People as a meeting needs them, in the given order: with the considerations that hold on its day, and their ranges.
 *
 * @param members participant ids
 * @param day ISO day
 */
export async function peopleOn(
  db: Database,
  practiceId: string,
  members: readonly string[],
  day: string,
  catalogue: Catalogue,
): Promise<Participant[]> {
  const [people, measures] = await Promise.all([
    participantsOf(db, practiceId, members),
    measuresOf(db, practiceId, members),
  ])
  return members
    .flatMap((member) => people.filter((person) => person.id === member))
    .map((person) => ({
      ...person,
      considerations: inForce(person.considerations, day),
      ranges: rangesOf(measures.get(person.id) ?? [], catalogue.measures),
    }))
}
