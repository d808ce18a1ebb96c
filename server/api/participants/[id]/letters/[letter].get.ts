import { format, subWeeks } from 'date-fns'
import { letterSections } from '../../../../../core/reflect/clinicianLetter'
import { personBack } from '../../../../../core/reflect/lookBack'
import { linkedCatalogue } from '../../../../catalogue/linkedCatalogue'
import { lettersOf } from '../../../../database/letters'
import { actedSince, attendedBy } from '../../../../database/lookBack'
import { measuresOf } from '../../../../database/measures'
import { datedOutcomes } from '../../../../database/outcomes'
import { participantById } from '../../../../database/people'
import { writeLetter } from '../../../../documents/clinicianLetter'
import { idOf } from '../../../../http/readInput'
import { refusal } from '../../../../http/refuse'
import { leadRoute } from '../../../../http/routes'

/** A letter as a PDF, as things stood when it was written. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const person = await participantById(db, practiceId, idOf(event))
  const letter = (await lettersOf(db, practiceId, person.id)).find((one) => one.id === idOf(event, 'letter'))
  if (!letter) throw refusal(404, 'not-found', 'There is no such letter.')
  const [until, since] = [letter.madeAt, subWeeks(new Date(letter.madeAt), letter.weeks).toISOString()]
  const [attended, outcomes, acted, measures, catalogue] = await Promise.all([
    attendedBy(db, practiceId, [person.id], since, until),
    datedOutcomes(db, practiceId, [person.id], until, since),
    actedSince(db, practiceId, [person.id], since),
    measuresOf(db, practiceId, [person.id]),
    linkedCatalogue(db, practiceId),
  ])
  const eased = acted
    .filter((entry) => entry.way === 'eased' && entry.date <= until.slice(0, 10))
    .map((entry) => ({
      date: entry.date,
      words: `${catalogue.movements.get(entry.movement)?.name ?? entry.movement} ${entry.fromLevel === entry.toLevel ? 'made a little easier' : `eased from level ${entry.fromLevel} to ${entry.toLevel}`}`,
      because: entry.because,
    }))
  const records = (measures.get(person.id) ?? []).filter((record) => record.takenAt <= until)
  setResponseHeaders(event, {
    'content-type': 'application/pdf',
    'content-disposition': 'inline; filename="letter.pdf"',
  })
  return writeLetter({
    practiceName: account.practiceName,
    writtenBy: letter.madeBy,
    personName: person.name,
    birthYear: person.birthYear,
    addressedTo: letter.addressedTo,
    date: format(letter.madeAt, 'd MMMM yyyy'),
    consent: `Written with ${person.name}’s consent of ${format(letter.consentOn, 'd MMMM yyyy')} (${letter.consentHow}).`,
    sections: letterSections(
      person,
      personBack(attended.get(person.id) ?? [], outcomes, letter.weeks, catalogue),
      letter.weeks,
      records,
      eased,
      letter.questions,
      catalogue,
    ),
  })
})
