import { format, subWeeks } from 'date-fns'
import { letterSections } from '../../core/reflect/clinicianLetter'
import { personBack, type Acted } from '../../core/reflect/lookBack'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { Goal } from '../../core/goal/goal'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { lettersOf } from '../database/letters'
import { actedSince, attendedBy } from '../database/lookBack'
import { goalsOf } from '../database/goals'
import { measuresOf } from '../database/measures'
import { datedOutcomes } from '../database/outcomes'
import { participantById } from '../database/people'
import { NotFound, type Scope } from '../database/rows'
import { memoriesOf } from './memoryOf'
import type { LetterText } from '../documents/clinicianLetter'

/**
 * A letter's text as things stood when it was written.
 *
 * @throws {NotFound} when the person has no such letter
 */
export async function letterToClinician(
  scope: Scope,
  participantId: string,
  letterId: string,
  practiceName: string,
): Promise<LetterText> {
  const stored = await participantById(scope, participantId)
  const letter = (await lettersOf(scope, stored.id)).find((one) => one.id === letterId)
  if (!letter || letter.withdrawnOn !== null)
    throw new NotFound('There is no such letter, or its consent was taken back.')
  const { madeAt, weeks } = letter
  const window = { until: madeAt, since: subWeeks(new Date(madeAt), weeks).toISOString() }
  const [attended, outcomes, acted, measures, catalogue, goals] = await Promise.all([
    attendedBy(scope, [stored.id], window),
    datedOutcomes(scope, [stored.id], window),
    actedSince(scope, [stored.id], window.since),
    measuresOf(scope, [stored.id]),
    linkedCatalogue(scope),
    goalsOf(scope, [stored.id]),
  ])
  const memories = await memoriesOf(scope, [stored.id], madeAt, catalogue)
  const person = { ...stored, remembered: memories.get(stored.id) ?? [] }
  const consentOn = format(letter.consentOn, 'd MMMM yyyy')
  return {
    practiceName,
    writtenBy: letter.madeBy,
    personName: person.name,
    birthYear: person.birthYear,
    addressedTo: letter.addressedTo,
    date: format(madeAt, 'd MMMM yyyy'),
    consent: `Written with ${person.name}’s consent of ${consentOn} (${letter.consentHow}).`,
    sections: letterSections(
      person,
      {
        back: personBack(attended.get(person.id) ?? [], outcomes, weeks, catalogue),
        weeks,
        measures: (measures.get(person.id) ?? []).filter((record) => record.takenAt <= madeAt),
        eased: easings(acted, madeAt, catalogue),
        questions: letter.questions,
        goals: goalsBy(goals.get(person.id) ?? [], madeAt.slice(0, 10)),
      },
      catalogue,
    ),
  }
}

/** Goals as they were on a day: what came later is not in the letter. */
function goalsBy(goals: readonly Goal[], day: string): Goal[] {
  return goals
    .filter(({ since }) => since <= day)
    .map((goal) => ({
      ...goal,
      state: goal.closedOn !== null && goal.closedOn > day ? 'open' : goal.state,
      said: goal.said.filter(({ on }) => on <= day),
    }))
}

function easings(acted: readonly Acted[], until: string, { movements }: Catalogue) {
  return acted
    .filter((entry) => entry.way === 'eased' && entry.date <= until.slice(0, 10))
    .map(({ date, movement, fromLevel, toLevel, because }) => {
      const how = fromLevel === toLevel ? 'made a little easier' : `eased from level ${fromLevel} to ${toLevel}`
      return { date, words: `${movements.get(movement)?.name ?? movement} ${how}`, because }
    })
}
