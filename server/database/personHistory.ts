import type { PersonMeeting } from '../../core/contract/records'
import { foldOutcomes, OutcomeEvent } from '../../core/lead/outcome'
import { fromJson, groupedBy, isoOf, sqlTimeOf, type Scope } from './rows'

/** Meetings in which somebody was noted, newest first. */
export async function personMeetings(scope: Scope, participantId: string, since?: string): Promise<PersonMeeting[]> {
  const { db, practiceId } = scope
  const from = since ? sqlTimeOf(since) : '1970-01-01'
  const [arrivals, outcomes] = await Promise.all([
    db('arrivals as a')
      .join('meetings as m', 'm.id', 'a.meeting_id')
      .where({ 'a.practice_id': practiceId, 'a.participant_id': participantId })
      .where('m.starts_at', '>=', from)
      // A class that is ahead was not missed.
      .where((query) => query.where('a.came', true).orWhereRaw('m.starts_at <= utc_timestamp()'))
      .orderBy('m.starts_at', 'desc')
      .select<{ id: string; starts_at: string; title: string | null; came: number; pain: number | null }[]>(
        'm.id',
        'm.starts_at',
        'a.came',
        'a.pain',
        db.raw(`json_unquote(json_extract(m.plan, '$.title')) as title`),
      ),
    db('outcomes as o')
      .join('meetings as m', 'm.id', 'o.meeting_id')
      .where({ 'o.practice_id': practiceId, 'o.participant_id': participantId })
      .where('m.starts_at', '>=', from)
      .orderBy(['o.at', 'o.id'])
      .select<{ meeting_id: string; event: unknown }[]>('o.meeting_id', 'o.event'),
  ])
  const byMeeting = groupedBy(outcomes, 'meeting_id')
  return arrivals.map((row) => ({
    meetingId: row.id,
    startsAt: isoOf(row.starts_at),
    title: row.title ?? '',
    came: Boolean(row.came),
    pain: row.pain,
    outcomes: foldOutcomes((byMeeting.get(row.id) ?? []).map((own) => fromJson(own.event, OutcomeEvent))),
  }))
}

/** The last meeting that somebody came to; null: never been. */
export async function lastMeetingOf({ db, practiceId }: Scope, participantId: string): Promise<string | null> {
  const row = await db('arrivals as a')
    .join('meetings as m', 'm.id', 'a.meeting_id')
    .where({ 'a.practice_id': practiceId, 'a.participant_id': participantId, 'a.came': true })
    .whereRaw('m.starts_at <= utc_timestamp()')
    .orderBy('m.starts_at', 'desc')
    .first<{ meeting_id: string } | undefined>('a.meeting_id')
  return row?.meeting_id ?? null
}

/** The start of the last meeting that somebody came to; null: never been. */
export async function lastCame(scope: Scope, participantId: string): Promise<string | null> {
  const { db, practiceId } = scope
  const row = await db('arrivals as a')
    .join('meetings as m', 'm.id', 'a.meeting_id')
    .where({ 'a.practice_id': practiceId, 'a.participant_id': participantId, 'a.came': true })
    .whereRaw('m.starts_at <= utc_timestamp()')
    .max<{ last: string | null }[]>('m.starts_at as last')
    .first()
  return row?.last ? isoOf(row.last) : null
}

/** The same for several people, by participant. */
export async function lastCameOf(scope: Scope, participants: readonly string[]): Promise<Record<string, string>> {
  const { db, practiceId } = scope
  const rows = await db('arrivals as a')
    .join('meetings as m', 'm.id', 'a.meeting_id')
    .where({ 'a.practice_id': practiceId, 'a.came': true })
    .whereIn('a.participant_id', participants)
    .whereRaw('m.starts_at <= utc_timestamp()')
    .groupBy('a.participant_id')
    .select('a.participant_id')
    .max('m.starts_at as last')
  return Object.fromEntries(rows.map((row) => [row.participant_id, isoOf(row.last)]))
}
