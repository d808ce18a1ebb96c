import { randomUUID } from 'node:crypto'
import type { HandChoiceRecord } from '../../core/lead/message'
import type { Arrival } from '../../core/offer/person'
import { Plan } from '../../core/plan/plan'
import { requireOwn } from './circles'
import { fromJson, isoOf, NotFound, OlderVersion, sqlTimeOf, type Database } from './rows'

/** A meeting as lists show it. Times are ISO 8601 in UTC. */
export interface MeetingLine {
  id: string
  circleId: string
  startsAt: string
  title: string
  blocks: number
  came: number
  calledOff: boolean
  /** The account that leads it; null: not said. */
  ledBy: string | null
  /** Whether its class was started, finished, or has decisions. */
  stage: 'prepare' | 'lead' | 'reflect' | 'settled'
}

export interface Meeting {
  id: string
  circleId: string
  startsAt: string
  plan: Plan
  planVersion: number
  /** Person ids round the room, where somebody made the order by hand. */
  seating: string[] | null
}

interface LineRow {
  id: string
  circle_id: string
  starts_at: string
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
export async function meetingsOf(db: Database, practiceId: string): Promise<MeetingLine[]> {
  const rows = await db('meetings as m')
    .where('m.practice_id', practiceId)
    .whereRaw('m.starts_at > utc_timestamp() - interval ? day', [LISTED_DAYS])
    .orderBy('m.starts_at', 'desc')
    .select<LineRow[]>(
      'm.id',
      'm.circle_id',
      'm.starts_at',
      'm.called_off',
      'm.led_by',
      db.raw(`json_unquote(json_extract(m.plan, '$.title')) as title`),
      db.raw(`json_length(m.plan, '$.blocks') as blocks`),
      db('arrivals').count('*').whereRaw('meeting_id = m.id and came').as('came'),
      db.raw('exists(select 1 from class_events where meeting_id = m.id) as started'),
      db.raw('exists(select 1 from outcomes where meeting_id = m.id) as logged'),
      db.raw('exists(select 1 from ledger where meeting_id = m.id) as decided'),
    )
  return rows.map((row) => {
    const stage = row.decided ? 'settled' : row.logged ? 'reflect' : row.started ? 'lead' : 'prepare'
    return {
      id: row.id,
      circleId: row.circle_id,
      startsAt: isoOf(row.starts_at),
      title: row.title ?? '',
      blocks: Number(row.blocks),
      came: Number(row.came),
      calledOff: Boolean(row.called_off),
      ledBy: row.led_by,
      stage,
    }
  })
}

/** @throws {NotFound} when the practice has no such meeting */
export async function meetingById(db: Database, practiceId: string, id: string): Promise<Meeting> {
  const row = await db<MeetingRow>('meetings').where({ id, practice_id: practiceId }).first()
  if (!row) throw new NotFound('There is no such meeting.')
  return meetingOf(row)
}

function meetingOf(row: MeetingRow): Meeting {
  return {
    id: row.id,
    circleId: row.circle_id,
    startsAt: isoOf(row.starts_at),
    plan: Plan.parse(fromJson(row.plan)),
    planVersion: row.plan_version,
    seating: row.seating === null ? null : fromJson<string[]>(row.seating),
  }
}

/** A circle's meetings after a moment, the next one first. */
export async function meetingsAhead(
  db: Database,
  practiceId: string,
  circleId: string,
  after: string,
): Promise<Meeting[]> {
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

export async function addMeeting(db: Database, practiceId: string, meeting: NewMeeting): Promise<Meeting> {
  await requireOwn(db, 'circles', practiceId, meeting.circleId, 'circle')
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
  return meetingById(db, practiceId, id)
}

/**
 * Saves a plan on top of the version it was read at; every saved version is kept.
 *
 * @throws {OlderVersion} with the meeting as it is stored now, when another tab was faster
 */
export async function savePlan(
  db: Database,
  practiceId: string,
  id: string,
  version: number,
  plan: Plan,
  savedBy: string | null,
): Promise<Meeting> {
  return db.transaction(async (trx) => {
    const before = await trx<MeetingRow>('meetings').where({ id, practice_id: practiceId }).forUpdate().first()
    if (!before) throw new NotFound('There is no such meeting.')
    if (before.plan_version !== version) throw new OlderVersion(await meetingById(trx, practiceId, id))
    await trx('plan_versions').insert({
      practice_id: practiceId,
      meeting_id: id,
      version,
      plan: JSON.stringify(fromJson(before.plan)),
      saved_by: savedBy,
    })
    await trx('meetings')
      .where({ id, practice_id: practiceId })
      .update({ plan: JSON.stringify(plan), plan_version: version + 1 })
    return meetingById(trx, practiceId, id)
  })
}

export async function arrivalsOf(
  db: Database,
  practiceId: string,
  meetingId: string,
): Promise<Record<string, Arrival>> {
  const rows = await db('arrivals').where({ practice_id: practiceId, meeting_id: meetingId })
  return Object.fromEntries(
    rows.map((row) => [
      row.participant_id,
      {
        came: Boolean(row.came),
        pain: row.pain,
        usualPain: row.usual_pain,
        tired: Boolean(row.tired),
        sore: Boolean(row.sore),
        dizzy: Boolean(row.dizzy),
        ill: Boolean(row.ill),
        late: Boolean(row.late),
        news: row.news,
        newsNote: row.news_note,
      },
    ]),
  )
}

export async function saveArrival(
  db: Database,
  practiceId: string,
  meetingId: string,
  participantId: string,
  arrival: Arrival,
): Promise<void> {
  await requireOwn(db, 'meetings', practiceId, meetingId, 'meeting')
  await requireOwn(db, 'participants', practiceId, participantId, 'participant')
  const { usualPain, newsNote, ...rest } = arrival
  await db('arrivals')
    .insert({
      practice_id: practiceId,
      meeting_id: meetingId,
      participant_id: participantId,
      usual_pain: usualPain,
      news_note: newsNote,
      ...rest,
    })
    .onConflict(['meeting_id', 'participant_id'])
    .merge()
}

/** For each participant, the start of the last meeting before this one that they came to. */
export async function lastMeetingsBefore(
  db: Database,
  practiceId: string,
  startsAt: string,
): Promise<Record<string, string>> {
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

/** Movements that a circle has met in meetings before this one in which somebody did something. */
export async function movementsMetBefore(
  db: Database,
  practiceId: string,
  circleId: string,
  startsAt: string,
): Promise<string[]> {
  const rows = await db('outcomes as o')
    .join('meetings as m', 'm.id', 'o.meeting_id')
    .where('o.practice_id', practiceId)
    .where('m.circle_id', circleId)
    .where('m.starts_at', '<', sqlTimeOf(startsAt))
    .distinct('o.movement')
  return rows.map((row) => row.movement)
}

export async function handChoicesOf(db: Database, practiceId: string, meetingId: string): Promise<HandChoiceRecord[]> {
  const rows = await db('hand_choices').where({ practice_id: practiceId, meeting_id: meetingId })
  return rows.map((row) => ({
    participant: row.participant_id,
    blockId: row.block_id,
    variation: row.variation,
    reason: row.reason,
  }))
}

/** Keeps a hand-made choice for a person and block; an empty variation takes it back. */
export async function saveHandChoice(
  db: Database,
  practiceId: string,
  meetingId: string,
  choice: HandChoiceRecord,
  chosenBy: string | null,
): Promise<void> {
  await requireOwn(db, 'meetings', practiceId, meetingId, 'meeting')
  await requireOwn(db, 'participants', practiceId, choice.participant, 'participant')
  const key = {
    practice_id: practiceId,
    meeting_id: meetingId,
    participant_id: choice.participant,
    block_id: choice.blockId,
  }
  await db('hand_choices').where(key).delete()
  if (choice.variation !== '')
    await db('hand_choices').insert({ ...key, variation: choice.variation, reason: choice.reason, chosen_by: chosenBy })
}

/** Movements of a circle's last meetings in which somebody did something, the last one first. */
export async function recentMovements(
  db: Database,
  practiceId: string,
  circleId: string,
  count: number,
): Promise<string[][]> {
  const rows = await db('meetings as m')
    .where({ 'm.practice_id': practiceId, 'm.circle_id': circleId })
    .whereExists(db('outcomes as o').whereRaw('o.meeting_id = m.id').select('o.id'))
    .orderBy('m.starts_at', 'desc')
    .limit(count)
    .select<{ plan: unknown }[]>('m.plan')
  return rows.map((row) => Plan.parse(fromJson(row.plan)).blocks.map((block) => block.movement))
}

/** An earlier version of a meeting's plan. */
export interface PlanVersion {
  version: number
  plan: Plan
  savedBy: string
  /** When the version after it was saved. */
  savedAt: string
}

/** Earlier versions of a plan, the newest first. */
export async function planVersionsOf(
  db: Database,
  practiceId: string,
  meetingId: string,
  limit = 40,
): Promise<PlanVersion[]> {
  const rows = await db('plan_versions as v')
    .leftJoin('accounts as a', 'a.id', 'v.saved_by')
    .where({ 'v.practice_id': practiceId, 'v.meeting_id': meetingId })
    .orderBy('v.version', 'desc')
    .limit(limit)
    .select<{ version: number; plan: unknown; saved_at: string; name: string | null }[]>(
      'v.version',
      'v.plan',
      'v.saved_at',
      'a.name',
    )
  return rows.map((row) => ({
    version: row.version,
    plan: Plan.parse(fromJson(row.plan)),
    savedBy: row.name ?? 'somebody who has left',
    savedAt: isoOf(row.saved_at),
  }))
}

/** Keeps the order round the room that somebody made by hand; null: it is worked out again. */
export async function saveSeating(
  db: Database,
  practiceId: string,
  meetingId: string,
  seating: string[] | null,
): Promise<void> {
  await requireOwn(db, 'meetings', practiceId, meetingId, 'meeting')
  await db('meetings')
    .where({ id: meetingId, practice_id: practiceId })
    .update({ seating: seating === null ? null : JSON.stringify(seating) })
}

/** Everybody who may be in a meeting, by id: the circle's people in their order, then its guests. */
export async function everybodyIn(
  db: Database,
  practiceId: string,
  meetingId: string,
  members: readonly string[],
): Promise<{ ids: string[]; guests: string[] }> {
  const guests = await guestsOf(db, practiceId, meetingId)
  return { ids: [...new Set([...members, ...guests])], guests }
}

/** Ids of those who are guests in a meeting of a circle that is not theirs. */
async function guestsOf(db: Database, practiceId: string, meetingId: string): Promise<string[]> {
  return (
    await db('meeting_guests')
      .where({ practice_id: practiceId, meeting_id: meetingId })
      .orderBy('participant_id')
      .select<{ participant_id: string }[]>('participant_id')
  ).map((row) => row.participant_id)
}

export async function addGuest(
  db: Database,
  practiceId: string,
  meetingId: string,
  participantId: string,
): Promise<void> {
  await requireOwn(db, 'meetings', practiceId, meetingId, 'meeting')
  await requireOwn(db, 'participants', practiceId, participantId, 'participant')
  await db('meeting_guests')
    .insert({ practice_id: practiceId, meeting_id: meetingId, participant_id: participantId })
    .onConflict(['meeting_id', 'participant_id'])
    .ignore()
}
