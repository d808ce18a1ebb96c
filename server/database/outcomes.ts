import { entryAt, lastOf } from '../../core/entries'
import { z } from 'zod'
import { millisecondsInDay } from 'date-fns/constants'
import { ClassEvent } from '../../core/lead/classEvent'
import type { Arrival } from '../../core/offer/person'
import type { DatedOutcome } from '../../core/reflect/datedOutcome'
import type { History } from '../../core/reflect/reflectOn'
import { foldOutcomes, OutcomeEvent } from '../../core/lead/outcome'
import { rowsOf, type Places } from './places'
import { fromJson, groupedBy, isoOf, sqlTimeOf, TakenElsewhere, TooMuchWritten, type Acting, type Scope } from './rows'

interface EventRow {
  event: unknown
  sequence: number
}

export async function classEventsOf(scope: Scope, meetingId: string): Promise<ClassEvent[]> {
  return (await rowsOf<EventRow>(scope, 'class_events', meetingId).orderBy(['at', 'id'])).map(classEventOf)
}

/** Class events between two places of a meeting's order, in it. */
export async function classEventsBetween(scope: Scope, meetingId: string, places: Places): Promise<ClassEvent[]> {
  return (await rowsOf<EventRow>(scope, 'class_events', meetingId, places).orderBy(['sequence', 'at', 'id'])).map(
    classEventOf,
  )
}

function classEventOf({ event, sequence }: EventRow): ClassEvent {
  return { ...fromJson(event, ClassEvent), sequence }
}

/** Outcome events of one meeting as they were logged, oldest first. */
export async function outcomeEventsOf(scope: Scope, meetingId: string): Promise<OutcomeEvent[]> {
  return (await rowsOf<EventRow>(scope, 'outcomes', meetingId).orderBy(['at', 'id'])).map(outcomeEventOf)
}

/** Outcome events between two places of a meeting's order, in it. */
export async function outcomeEventsBetween(scope: Scope, meetingId: string, places: Places): Promise<OutcomeEvent[]> {
  return (await rowsOf<EventRow>(scope, 'outcomes', meetingId, places).orderBy(['sequence', 'at', 'id'])).map(
    outcomeEventOf,
  )
}

function outcomeEventOf({ event, sequence }: EventRow): OutcomeEvent {
  return { ...fromJson(event, OutcomeEvent), sequence }
}

/**
 * Appends clock events; one that is there already is left alone, so sending twice is harmless.
 *
 * @param notedBy the account that is said to have pressed them; who is signed in now is kept beside it
 * @throws {TakenElsewhere} where an id belongs to another meeting
 */
export async function appendClassEvents(
  scope: Acting,
  meetingId: string,
  events: readonly ClassEvent[],
  { sequence = 0, notedBy = null }: { sequence?: number; notedBy?: string | null } = {},
): Promise<void> {
  const rows = events.map((event) => ({
    ...{ at: event.at, event: JSON.stringify(event), id: event.id },
    ...{ logged_by: scope.accountId, noted_by: notedBy },
  }))
  await append(scope, 'class_events', { meetingId, sequence }, rows)
}

/**
 * Appends outcome events; one that is there already is left alone, so sending twice stores one.
 *
 * @param events of people who are there: whoever calls has looked, see `thoseThere`
 * @param notedBy the account that is said to have noted them; who is signed in now is kept beside it
 * @param startsAt when the meeting begins, where that is known already
 * @throws {TakenElsewhere} where an id belongs to another meeting
 */
export async function appendOutcomes(
  scope: Acting,
  meetingId: string,
  events: readonly OutcomeEvent[],
  {
    sequence = 0,
    notedBy = null,
    startsAt,
  }: { sequence?: number; notedBy?: string | null; startsAt?: string | undefined } = {},
): Promise<void> {
  const began = startsAt ?? isoOf((await scope.db('meetings').where({ id: meetingId }).first('starts_at')).starts_at)
  // A clock that stands in the past takes nothing out of its meeting; the event keeps its own time.
  const earliest = Date.parse(began) - millisecondsInDay
  const rows = events.map((event) => ({
    ...{ id: event.id, at: Math.max(event.at, earliest), event: JSON.stringify(event) },
    ...{ participant_id: event.participant, movement: event.movement },
    ...{ logged_by: scope.accountId, noted_by: notedBy },
  }))
  await append(scope, 'outcomes', { meetingId, sequence }, rows)
}

/** A class of forty people led for hours has fewer of either: whoever writes more writes no class. */
export const NOTES_AT_MOST = 10_000

async function append(
  { db, practiceId }: Scope,
  table: 'outcomes' | 'class_events',
  { meetingId, sequence }: { meetingId: string; sequence: number },
  rows: readonly { id: string }[],
): Promise<void> {
  if (rows.length === 0) return
  const own = { practice_id: practiceId, meeting_id: meetingId }
  await db(table)
    .insert(rows.map((row) => ({ ...row, ...own, sequence })))
    .onConflict('id')
    .merge(['id'])
  const ids = [...new Set(rows.map((row) => row.id))]
  const these = db.raw(`sum(id in (${ids.map(() => '?').join(', ')})) as these`, ids)
  const [there] = await db(table)
    .where(own)
    .select<{ rows: number; these: number | null }[]>(db.raw('count(*) as `rows`'), these)
  if (Number(there?.these) < ids.length) throw new TakenElsewhere()
  if (Number(there?.rows) > NOTES_AT_MOST) throw new TooMuchWritten()
}

/**
 * Folded outcomes of these people up to and with a meeting, oldest meeting first, ready for reflection.
 *
 * @param since ISO 8601; left out: from the first on
 */
export async function datedOutcomes(
  scope: Scope,
  participants: readonly string[],
  { until, since = '1970-01-01' }: { until: string; since?: string },
): Promise<DatedOutcome[]> {
  const { db, practiceId } = scope
  if (participants.length === 0) return []
  const rows = await db('outcomes as o')
    .join('meetings as m', 'm.id', 'o.meeting_id')
    .leftJoin('arrivals as a', (join) =>
      join.on('a.meeting_id', 'o.meeting_id').andOn('a.participant_id', 'o.participant_id'),
    )
    .where('o.practice_id', practiceId)
    .whereIn('o.participant_id', participants)
    .whereBetween('m.starts_at', [sqlTimeOf(since), sqlTimeOf(until)])
    // Nothing is stored as noted a day before its meeting: this lets the index narrow it down.
    .where('o.at', '>=', Date.parse(since) - millisecondsInDay)
    .orderBy(['m.starts_at', 'o.at', 'o.id'])
    .leftJoin('participants as p', 'p.id', 'o.participant_id')
    .select<{ meeting_id: string; starts_at: string; event: unknown; pain: number | null; usual: number | null }[]>(
      'o.meeting_id',
      'm.starts_at',
      'o.event',
      'a.pain',
      db.raw('coalesce(a.usual_pain, p.usual_pain) as usual'),
    )
  const noted = rows.map((row) => ({ ...row, event: fromJson(row.event, OutcomeEvent) }))
  return [...groupedBy(noted, 'meeting_id')].flatMap(([meetingId, own]) => {
    const date = entryAt(own, 0).starts_at.slice(0, 10)
    const came = new Map(own.map((row) => [row.event.participant, row]))
    return foldOutcomes(own.map((row) => row.event)).map((outcome) => {
      const { pain = null, usual = null } = came.get(outcome.participant) ?? {}
      return { ...outcome, meetingId, date, arrivalPain: pain, usualPain: usual }
    })
  })
}

/**
 * What stands for all that `datedOutcomes` would read of each of these people, as short words: they differ once more
 * was noted, or pain at the door was corrected. Who has no notes is left out.
 */
export async function evidenceMarks(
  { db, practiceId }: Scope,
  participants: readonly string[],
  { since, until }: { since: string; until: string },
): Promise<Map<string, string>> {
  const [notes, doors] = await Promise.all([
    db('outcomes')
      .where('practice_id', practiceId)
      .whereIn('participant_id', participants)
      .whereBetween('at', [Date.parse(since) - millisecondsInDay, Date.parse(until) + millisecondsInDay])
      .groupBy('participant_id')
      .select<{ participant_id: string; notes: number; last: number }[]>(
        'participant_id',
        db.raw('count(*) as notes'),
        db.raw('max(at) as last'),
      ),
    db('arrivals as a')
      .leftJoin('participants as p', 'p.id', 'a.participant_id')
      .where('a.practice_id', practiceId)
      .whereIn('a.participant_id', participants)
      .groupBy('a.participant_id')
      .select<{ participant_id: string; doors: string }[]>(
        'a.participant_id',
        db.raw("sum(crc32(concat_ws(',', a.meeting_id, a.pain, coalesce(a.usual_pain, p.usual_pain)))) as doors"),
      ),
  ])
  const atDoors = new Map(doors.map((row) => [row.participant_id, row.doors]))
  return new Map(
    notes.map(({ participant_id: id, notes: count, last }) => [
      id,
      `${count} ${last} ${atDoors.get(id) ?? ''} ${since.slice(0, 10)} ${until}`,
    ]),
  )
}

/** What was new at the last door. */
interface LastNews {
  news: Arrival['news']
  /** Day of that meeting, ISO. */
  lastOn: string
  /** When it was said, ISO: a class may be led on another day than its own. */
  newsAt: string
}

/** How long each of these people has been coming, and what was new at the last door. */
export async function historiesOf(
  scope: Scope,
  participants: readonly string[],
  until: string,
): Promise<Map<string, History & LastNews>> {
  const { db, practiceId } = scope
  const rows = await db('arrivals as a')
    .join('meetings as m', 'm.id', 'a.meeting_id')
    .where({ 'a.practice_id': practiceId, 'a.came': true })
    .whereIn('a.participant_id', participants)
    .where('m.starts_at', '<=', sqlTimeOf(until))
    .select<{ participant_id: string; starts_at: string; news: Arrival['news']; times: unknown }[]>(
      'a.participant_id',
      'm.starts_at',
      'a.news',
      'a.times',
    )
  return new Map(
    [...groupedBy(rows, 'participant_id')].map(([participant, own]) => {
      const inOrder = own.toSorted((a, b) => a.starts_at.localeCompare(b.starts_at))
      const last = lastOf(inOrder)
      return [
        participant,
        {
          meetings: own.length,
          firstOn: entryAt(inOrder, 0).starts_at.slice(0, 10),
          news: last.news,
          lastOn: last.starts_at.slice(0, 10),
          newsAt: newsAtOf(last),
        },
      ]
    }),
  )
}

/** What bears no time was there before every screen: it is of the day of its meeting. */
function newsAtOf({ times, starts_at: startsAt }: { times: unknown; starts_at: string }): string {
  const at = times === null ? undefined : fromJson(times, z.object({ news: z.number().optional() })).news
  // In whole seconds, as decisions are stored.
  return at === undefined ? isoOf(startsAt) : isoOf(sqlTimeOf(new Date(at).toISOString()))
}
