import { formatISO } from 'date-fns'
import { recordText, type PersonRecord } from '../../../../core/formats/personRecord'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { circlesOf } from '../../../database/circles'
import { noteHealth } from '../../../database/healthLog'
import { homePracticeOf } from '../../../database/homePractices'
import { lettersOf } from '../../../database/letters'
import { ledgerOf } from '../../../database/ledger'
import { measuresOf } from '../../../database/measures'
import { participantById } from '../../../database/people'
import { personMeetings } from '../../../database/personHistory'
import { screeningsOf } from '../../../database/screenings'
import { idOf } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

/** A person's whole record as one file: a text to read, or JSON with `?as=json`. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const person = await participantById(db, practiceId, idOf(event))
  const [circles, screenings, measures, meetings, decisions, letters, home] = await Promise.all([
    circlesOf(db, practiceId),
    screeningsOf(db, practiceId, person.id),
    measuresOf(db, practiceId, [person.id]),
    personMeetings(db, practiceId, person.id),
    ledgerOf(db, practiceId, { participantId: person.id }),
    lettersOf(db, practiceId, person.id),
    homePracticeOf(db, practiceId, person.id),
  ])
  const record: PersonRecord = {
    person,
    circles: circles.filter((circle) => circle.members.includes(person.id)).map((circle) => circle.name),
    screenings,
    measures: measures.get(person.id) ?? [],
    meetings,
    decisions,
    letters,
    home: home?.practice ?? null,
  }
  await noteHealth(db, practiceId, account.id, person.id, 'took the record out')
  const asJson = getQuery(event).as === 'json'
  const file = `record-${person.id.slice(0, 8)}.${asJson ? 'json' : 'txt'}`
  setResponseHeaders(event, {
    'content-type': asJson ? 'application/json; charset=utf-8' : 'text/plain; charset=utf-8',
    'content-disposition': `attachment; filename="${file}"`,
  })
  return asJson
    ? JSON.stringify(record, null, 2)
    : recordText(record, await linkedCatalogue(db, practiceId), formatISO(new Date(), { representation: 'date' }))
})
