import type { ClassEvent } from '../../core/lead/clock'
import type { OutcomeEvent } from '../../core/lead/outcome'
import type { DatedOutcome } from '../../core/reflect/reflectOn'
import { foldOutcomes } from '../../core/lead/outcome'
import { requireOwn } from './circles'
import { fromJson, groupedBy, NotFound, type Database } from './rows'

export async function classEventsOf(db: Database, practiceId: string, meetingId: string): Promise<ClassEvent[]> {
  const rows = await db('class_events').where({ practice_id: practiceId, meeting_id: meetingId }).orderBy(['at', 'id'])
  return rows.map((row) => fromJson<ClassEvent>(row.event))
}

/** Appends clock events; one that is there already is left alone, so sending twice is harmless. */
export async function appendClassEvents(db: Database, practiceId: string, meetingId: string, events: ClassEvent[]): Promise<void> {
  await requireOwn(db, 'meetings', practiceId, meetingId, 'meeting')
  if (events.length === 0) return
  await db('class_events')
    .insert(events.map((event) => ({ id: event.id, practice_id: practiceId, meeting_id: meetingId, at: event.at, event: JSON.stringify(event) })))
    .onConflict('id')
    .ignore()
}

/** Outcome events of one meeting as they were logged, oldest first. */
export async function outcomeEventsOf(db: Database, practiceId: string, meetingId: string): Promise<OutcomeEvent[]> {
  const rows = await db('outcomes').where({ practice_id: practiceId, meeting_id: meetingId }).orderBy(['at', 'id'])
  return rows.map((row) => fromJson<OutcomeEvent>(row.event))
}

/**
 * Appends outcome events; one that is there already is left alone, so sending twice stores one.
 *
 * @throws {NotFound} when a participant is not the practice's own; nothing is stored then
 */
export async function appendOutcomes(db: Database, practiceId: string, meetingId: string, events: OutcomeEvent[], loggedBy: string | null): Promise<void> {
  await requireOwn(db, 'meetings', practiceId, meetingId, 'meeting')
  if (events.length === 0) return
  const participants = [...new Set(events.map((event) => event.participant))]
  const own = await db('participants').where({ practice_id: practiceId }).whereIn('id', participants).select('id')
  if (own.length !== participants.length) throw new NotFound('There is no such participant.')
  await db('outcomes')
    .insert(events.map((event) => ({
      id: event.id, practice_id: practiceId, meeting_id: meetingId, participant_id: event.participant,
      movement: event.movement, at: event.at, event: JSON.stringify(event), logged_by: loggedBy,
    })))
    .onConflict('id')
    .ignore()
}

/** Folded outcomes of these people up to and with a meeting, oldest meeting first, ready for reflection. */
export async function datedOutcomes(db: Database, practiceId: string, participants: readonly string[], until: string): Promise<DatedOutcome[]> {
  if (participants.length === 0) return []
  const rows = await db('outcomes as o')
    .join('meetings as m', 'm.id', 'o.meeting_id')
    .leftJoin('arrivals as a', (join) => join.on('a.meeting_id', 'o.meeting_id').andOn('a.participant_id', 'o.participant_id'))
    .where('o.practice_id', practiceId)
    .whereIn('o.participant_id', participants)
    .where('m.starts_at', '<=', until.slice(0, 19).replace('T', ' '))
    .orderBy(['m.starts_at', 'o.at', 'o.id'])
    .select<{ meeting_id: string; starts_at: string; event: unknown; pain: number | null }[]>('o.meeting_id', 'm.starts_at', 'o.event', 'a.pain')
  const arrivalPain = new Map(rows.map((row) => [`${row.meeting_id} ${fromJson<OutcomeEvent>(row.event).participant}`, row.pain]))
  return [...groupedBy(rows, 'meeting_id')].flatMap(([meetingId, own]) =>
    foldOutcomes(own.map((row) => fromJson<OutcomeEvent>(row.event))).map((outcome) => ({
      ...outcome,
      meetingId,
      date: own[0]!.starts_at.slice(0, 10),
      arrivalPain: arrivalPain.get(`${meetingId} ${outcome.participant}`) ?? null,
    })),
  )
}
