import { formatISO } from 'date-fns'
import { recordText, type PersonRecord } from '../../core/formats/personRecord'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { circlesOf } from '../database/circles'
import { homePracticeOf } from '../database/homePractices'
import { ledgerOf } from '../database/ledger'
import { lettersOf } from '../database/letters'
import { measuresOf } from '../database/measures'
import { participantById } from '../database/people'
import { personRows } from '../database/personRows'
import { personMeetings } from '../database/personHistory'
import type { Acting } from '../database/rows'
import { screeningsOf } from '../database/screenings'

/** A person's whole record, for them to take along. */
async function recordOf(acting: Acting, id: string): Promise<PersonRecord> {
  const person = await participantById(acting, id)
  const [circles, screenings, measures, meetings, decisions, letters, home, rows] = await Promise.all([
    circlesOf(acting),
    screeningsOf(acting, person.id),
    measuresOf(acting, [person.id]),
    personMeetings(acting, person.id),
    ledgerOf(acting, { participantId: person.id }),
    lettersOf(acting, person.id),
    homePracticeOf(acting, person.id),
    personRows(acting, person.id),
  ])
  return {
    person,
    circles: circles.filter((circle) => circle.members.includes(person.id)).map((circle) => circle.name),
    screenings,
    measures: measures.get(person.id) ?? [],
    meetings,
    decisions,
    letters,
    home: home?.practice ?? null,
    rows,
  }
}

/** The same as a file: text to read, or JSON. */
export async function writtenRecord(acting: Acting, id: string, as: 'text' | 'json', now: Date): Promise<string> {
  const record = await recordOf(acting, id)
  if (as === 'json') return JSON.stringify(record, null, 2)
  return recordText(record, await linkedCatalogue(acting), formatISO(now, { representation: 'date' }))
}
