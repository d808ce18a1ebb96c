import { randomUUID } from 'node:crypto'
import { OutcomeEvent, foldOutcomes } from '../../core/lead/outcome'
import { Arrival, type AfterDays, type Flare } from '../../core/offer/person'
import type { Region } from '../../core/catalogue/words'
import type { DatedOutcome } from '../../core/reflect/datedOutcome'
import { fromJson, groupedBy, requireOwn, sqlTimeOf, type Acting, type Scope } from './rows'

/** How somebody came to a meeting, and how they said it was after the one before. */
export interface DoorRow {
  participant: string
  meetingId: string
  startsAt: string
  news: Arrival['news']
  after: AfterDays | null
}

/** Every meeting that these people came to before a moment, oldest first. */
export async function doorsOf(
  { db, practiceId }: Scope,
  participants: readonly string[],
  until: string,
): Promise<DoorRow[]> {
  const rows = await db('arrivals as a')
    .join('meetings as m', 'm.id', 'a.meeting_id')
    .where({ 'a.practice_id': practiceId, 'a.came': true })
    .whereIn('a.participant_id', participants)
    .where('m.starts_at', '<', sqlTimeOf(until))
    .orderBy('m.starts_at')
    .select<
      {
        participant_id: string
        meeting_id: string
        starts_at: string
        news: Arrival['news']
        after: AfterDays | null
      }[]
    >('a.participant_id', 'a.meeting_id', 'm.starts_at', 'a.news', 'a.after')
  return rows.map((row) => ({
    participant: row.participant_id,
    meetingId: row.meeting_id,
    startsAt: row.starts_at,
    news: row.news,
    after: row.after,
  }))
}

/**
 * Outcomes that are not to be forgotten, folded with all that was said of the same: sharp pain, stops, hands needed.
 */
export async function remarkableOutcomes(
  { db, practiceId }: Scope,
  participants: readonly string[],
  { since, until }: { since: string; until: string },
): Promise<DatedOutcome[]> {
  const within = () =>
    db('outcomes as o')
      .join('meetings as m', 'm.id', 'o.meeting_id')
      .where('o.practice_id', practiceId)
      .whereIn('o.participant_id', participants)
      .whereBetween('m.starts_at', [sqlTimeOf(since), sqlTimeOf(until)])
      .where('o.at', '>=', Date.parse(since))
  const marked = await within()
    .whereRaw(`(o.event like '%"painKind":"sharp"%' or o.event like '%"done":"stopped"%' or o.event like ?)`, [
      '%"support":"hand"%',
    ])
    .distinct<{ meeting_id: string; participant_id: string; movement: string }[]>(
      'o.meeting_id',
      'o.participant_id',
      'o.movement',
    )
  if (marked.length === 0) return []
  const rows = await within()
    .whereIn(
      ['o.meeting_id', 'o.participant_id', 'o.movement'],
      marked.map((row) => [row.meeting_id, row.participant_id, row.movement]),
    )
    .orderBy(['m.starts_at', 'o.at', 'o.id'])
    .select<{ meeting_id: string; starts_at: string; event: unknown }[]>('o.meeting_id', 'm.starts_at', 'o.event')
  return [...groupedBy(rows, 'meeting_id')].flatMap(([meetingId, own]) =>
    foldOutcomes(own.map((row) => fromJson(row.event, OutcomeEvent))).map((outcome) => ({
      ...outcome,
      meetingId,
      date: own[0]?.starts_at.slice(0, 10) ?? '',
      arrivalPain: null,
    })),
  )
}

/** What somebody has looked at of these people, `participant key`. */
export async function lookedAtOf(
  { db, practiceId }: Scope,
  participants: readonly string[],
): Promise<Map<string, Set<string>>> {
  const rows = await db('looked_at')
    .where({ practice_id: practiceId })
    .whereIn('participant_id', participants)
    .select<{ participant_id: string; what: string }[]>('participant_id', 'what')
  return new Map(
    [...groupedBy(rows, 'participant_id')].map(([participant, own]) => [
      participant,
      new Set(own.map((row) => row.what)),
    ]),
  )
}

/** Keeps that somebody has looked at what is remembered, and what they found. */
export async function addLookedAt(scope: Acting, participantId: string, key: string, note: string): Promise<void> {
  const { db, practiceId, accountId } = scope
  await requireOwn(scope, 'participants', participantId)
  await db('looked_at')
    .insert({ practice_id: practiceId, participant_id: participantId, what: key, note, looked_by: accountId })
    .onConflict(['participant_id', 'what'])
    .merge()
}

/** Sets a flare, or ends it where no levels are left. */
export async function setFlare(
  scope: Scope,
  participantId: string,
  { region, levels, since, until }: Omit<Flare, 'levels'> & { levels: number },
): Promise<void> {
  const { db, practiceId } = scope
  await requireOwn(scope, 'participants', participantId)
  const own = { practice_id: practiceId, participant_id: participantId, region }
  if (levels === 0) await db('flares').where(own).delete()
  else
    await db('flares')
      .insert({ ...own, levels, since, until })
      .onConflict(['participant_id', 'region'])
      .merge(['levels', 'until'])
}

/** How the days after a meeting were, as it was said between meetings. */
export interface DaysAfter {
  meetingId: string
  after: AfterDays
  afterWhere: Region[]
  note: string
  saidOn: string
}

export async function addDaysAfter(scope: Acting, participantId: string, said: DaysAfter): Promise<void> {
  const { db, practiceId, accountId } = scope
  await requireOwn(scope, 'participants', participantId)
  await requireOwn(scope, 'meetings', said.meetingId)
  await db('days_after').insert({
    id: randomUUID(),
    practice_id: practiceId,
    participant_id: participantId,
    meeting_id: said.meetingId,
    after: said.after,
    after_where: JSON.stringify(said.afterWhere),
    note: said.note,
    said_on: said.saidOn,
    noted_by: accountId,
  })
}

/** What was said between meetings of these people since a day, oldest first. */
export async function daysAfterOf(
  { db, practiceId }: Scope,
  participants: readonly string[],
  since: string,
): Promise<(DaysAfter & { participant: string })[]> {
  const rows = await db('days_after')
    .where({ practice_id: practiceId })
    .whereIn('participant_id', participants)
    .where('said_on', '>=', since.slice(0, 10))
    .orderBy(['said_on', 'id'])
  return rows.map((row) => ({
    participant: row.participant_id,
    meetingId: row.meeting_id,
    after: row.after,
    afterWhere: fromJson(row.after_where, Arrival.shape.afterWhere),
    note: row.note,
    saidOn: row.said_on,
  }))
}
