import { randomUUID } from 'node:crypto'
import { addMinutes } from 'date-fns'
import { z } from 'zod'
import type { Meeting, MeetingLine } from '../../core/contract/meetings'
import type { Circle } from '../../core/circle/circle'
import { Plan } from '../../core/plan/plan'
import { requireRoomFor } from './practices'
import { fromJson, isoOf, NotFound, requireOwn, sqlTimeOf, type Scope } from './rows'

interface LineRow {
  id: string
  circle_id: string
  starts_at: string
  zone: string | null
  called_off: number
  led_by: string | null
  title: string | null
  blocks: number
  came: number
  started: number
  logged: number
  decided: number
}

interface MeetingRow {
  id: string
  practice_id: string
  circle_id: string
  starts_at: string
  plan: unknown
  plan_version: number
  seating: unknown
}

/** Lists look this far back; what is older is looked back on. */
const LISTED_DAYS = 400

/** Meetings of the last year and a bit, and all that are ahead, newest first. */
export async function meetingsOf(scope: Scope): Promise<MeetingLine[]> {
  const { db, practiceId } = scope
  const rows = await db('meetings as m')
    .join('circles as c', 'c.id', 'm.circle_id')
    .join('venues as v', 'v.id', 'c.venue_id')
    .where('m.practice_id', practiceId)
    .whereRaw('m.starts_at > utc_timestamp() - interval ? day', [LISTED_DAYS])
    .orderBy('m.starts_at', 'desc')
    .select<LineRow[]>(
      'm.id',
      'm.circle_id',
      'm.starts_at',
      'v.zone',
      'm.called_off',
      'm.led_by',
      db.raw(`json_unquote(json_extract(m.plan, '$.title')) as title`),
      db.raw(`json_length(m.plan, '$.blocks') as blocks`),
      db.raw('(select count(*) from arrivals where meeting_id = m.id and came) as came'),
      db.raw('exists(select 1 from class_events where meeting_id = m.id) as started'),
      db.raw('exists(select 1 from outcomes where meeting_id = m.id) as logged'),
      db.raw('exists(select 1 from ledger where meeting_id = m.id) as decided'),
    )
  return rows.map((row) => ({
    id: row.id,
    circleId: row.circle_id,
    startsAt: isoOf(row.starts_at),
    zone: row.zone,
    title: row.title ?? '',
    blocks: Number(row.blocks),
    came: Number(row.came),
    calledOff: Boolean(row.called_off),
    ledBy: row.led_by,
    stage: stageOf(row),
  }))
}

/** How far a meeting has come. */
function stageOf({ decided, logged, started }: LineRow): MeetingLine['stage'] {
  if (decided) return 'settled'
  if (logged) return 'reflect'
  return started ? 'lead' : 'prepare'
}

/** The circle of every meeting that was ever held, by meeting. */
export async function circlesByMeeting({ db, practiceId }: Scope): Promise<Map<string, string>> {
  const rows = await db('meetings')
    .where({ practice_id: practiceId })
    .select<{ id: string; circle_id: string }[]>('id', 'circle_id')
  return new Map(rows.map((row) => [row.id, row.circle_id]))
}

/** When a meeting is and who leads it; null: the practice has no such one. */
export async function meetingLine(
  { db, practiceId }: Scope,
  id: string,
): Promise<{ startsAt: string; ledBy: string | null } | null> {
  const row = await db('meetings')
    .where({ id, practice_id: practiceId })
    .first<{ starts_at: string; led_by: string | null } | undefined>('starts_at', 'led_by')
  return row ? { startsAt: isoOf(row.starts_at), ledBy: row.led_by } : null
}

/** @throws {NotFound} when the practice has no such meeting */
export async function meetingById(scope: Scope, id: string): Promise<Meeting> {
  const { db, practiceId } = scope
  const row = await db<MeetingRow>('meetings').where({ id, practice_id: practiceId }).first()
  if (!row) throw new NotFound('There is no such meeting.')
  return meetingOf(row)
}

function meetingOf(row: MeetingRow): Meeting {
  return {
    id: row.id,
    circleId: row.circle_id,
    startsAt: isoOf(row.starts_at),
    plan: fromJson(row.plan, Plan),
    planVersion: row.plan_version,
    seating: row.seating === null ? null : fromJson(row.seating, z.array(z.string())),
  }
}

/** When the order round the room was made by hand, epoch milliseconds; 0: not known. */
export async function seatingTimeOf({ db, practiceId }: Scope, id: string): Promise<number> {
  const row = await db('meetings')
    .where({ id, practice_id: practiceId })
    .first<{ at: number } | undefined>('seating_at as at')
  return row?.at ?? 0
}

/** A circle's meetings after a moment, the next one first. */
export async function meetingsAhead(scope: Scope, circleId: string, after: string): Promise<Meeting[]> {
  const { db, practiceId } = scope
  const rows = await db<MeetingRow>('meetings')
    .where({ practice_id: practiceId, circle_id: circleId })
    .where('starts_at', '>', sqlTimeOf(after))
    .orderBy('starts_at')
  return rows.map(meetingOf)
}

export interface NewMeeting {
  circleId: string
  /** ISO 8601 in UTC. */
  startsAt: string
  plan: Plan
  /** The plan of the shelf that it was made from. */
  shelfId?: string | null
  id?: string
}

/** A meeting of a circle that would run at the same time as one that starts then; null: there is none. */
export async function meetingDuring(
  { db, practiceId }: Scope,
  { id, minutes }: Pick<Circle, 'id' | 'minutes'>,
  startsAt: string,
): Promise<string | null> {
  const around = (way: 1 | -1) => sqlTimeOf(addMinutes(startsAt, way * (minutes - 1)).toISOString())
  const row = await db('meetings')
    .where({ practice_id: practiceId, circle_id: id, called_off: false })
    .whereBetween('starts_at', [around(-1), around(1)])
    .first<{ id: string } | undefined>('id')
  return row?.id ?? null
}

export async function addMeeting(scope: Scope, meeting: NewMeeting): Promise<Meeting> {
  const { db, practiceId } = scope
  await requireOwn(scope, 'circles', meeting.circleId)
  await requireRoomFor(scope, 'meetings')
  const id = meeting.id ?? randomUUID()
  await db('meetings').insert({
    id,
    practice_id: practiceId,
    circle_id: meeting.circleId,
    starts_at: sqlTimeOf(meeting.startsAt),
    plan: JSON.stringify(meeting.plan),
    plan_version: 1,
    shelf_id: meeting.shelfId ?? null,
  })
  return meetingById(scope, id)
}

/** For each participant, the start of the last meeting before this one that they came to. */
export async function lastMeetingsBefore(scope: Scope, startsAt: string): Promise<Record<string, string>> {
  const { db, practiceId } = scope
  const rows = await db('arrivals as a')
    .join('meetings as m', 'm.id', 'a.meeting_id')
    .where('a.practice_id', practiceId)
    .where('a.came', true)
    .where('m.starts_at', '<', sqlTimeOf(startsAt))
    .groupBy('a.participant_id')
    .select('a.participant_id')
    .max('m.starts_at as last')
  return Object.fromEntries(rows.map((row) => [row.participant_id, isoOf(row.last)]))
}

/** How many meetings of a circle came before a moment; those that were called off do not count. */
export async function meetingsBefore({ db, practiceId }: Scope, circleId: string, startsAt: string): Promise<number> {
  const counted = await db('meetings')
    .where({ practice_id: practiceId, circle_id: circleId, called_off: false })
    .where('starts_at', '<', sqlTimeOf(startsAt))
    .count<{ before: number }[]>('* as before')
    .first()
  return Number(counted?.before ?? 0)
}

/** Movements that a circle has met in meetings before this one in which somebody did something. */
export async function movementsMetBefore(scope: Scope, circleId: string, startsAt: string): Promise<string[]> {
  const { db, practiceId } = scope
  const rows = await db('outcomes as o')
    .join('meetings as m', 'm.id', 'o.meeting_id')
    .where('o.practice_id', practiceId)
    .where('m.circle_id', circleId)
    .where('m.starts_at', '<', sqlTimeOf(startsAt))
    .distinct('o.movement')
  return rows.map((row) => row.movement)
}

/** Movements of a circle's last meetings in which somebody did something, the last one first. */
export async function recentMovements(scope: Scope, circleId: string, count: number): Promise<string[][]> {
  const { db, practiceId } = scope
  const rows = await db('meetings as m')
    .where({ 'm.practice_id': practiceId, 'm.circle_id': circleId })
    .whereExists(db('outcomes as o').whereRaw('o.meeting_id = m.id').select('o.id'))
    .orderBy('m.starts_at', 'desc')
    .limit(count)
    .select<{ plan: unknown }[]>('m.plan')
  return rows.map((row) => fromJson(row.plan, Plan).blocks.map((block) => block.movement))
}
