import type { Scope } from '../database/rows'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { Participant } from '../../core/offer/participant'
import { comesFor } from '../../core/goal/serving'
import { personGaps } from '../../core/measure/gap'
import { rangesOf } from '../../core/offer/ranges'
import { holdingOn } from '../../core/offer/inForce'
import { goalsOf } from '../database/goals'
import { measuresOf } from '../database/measures'
import { participantsOf } from '../database/people'
import { memoriesOf } from './memoryOf'

/**
 * People as a meeting needs them, in the given order: with the considerations that hold on its day, their ranges,
 * what they come for, and what is remembered of them.
 *
 * @param members participant ids
 * @param day ISO day
 */
export async function peopleOn(
  scope: Scope,
  members: readonly string[],
  day: string,
  catalogue: Catalogue,
): Promise<Participant[]> {
  const [people, measures, memories, goals] = await Promise.all([
    participantsOf(scope, members),
    measuresOf(scope, members),
    memoriesOf(scope, members, `${day}T00:00:00Z`, catalogue),
    goalsOf(scope, members),
  ])
  return members
    .flatMap((member) => people.filter((person) => person.id === member))
    .map((person) => ({
      ...person,
      considerations: holdingOn(person.considerations, { on: day, records: measures.get(person.id) ?? [] }, catalogue),
      remembered: memories.get(person.id) ?? [],
      comesFor: comesFor(goals.get(person.id) ?? []),
      rangeGaps: personGaps(measures.get(person.id) ?? [], catalogue.measures),
      ranges: rangesOf(measures.get(person.id) ?? [], catalogue.measures),
    }))
}
