import type { Knex } from 'knex'
import { z } from 'zod'
import type { Broadcast, Said } from '../../core/lead/message'
import { arrivalsBetween, handChoicesBetween } from './arrivals'
import { classEventsBetween, outcomeEventsBetween } from './outcomes'
import { planChangedBy } from './planVersions'
import { fromJson, isoOf, NotFound, type Acting, type Database, type Scope } from './rows'
import { inTransaction } from './transaction'

/** What somebody who has the word in a meeting knows of it. */
export interface Turn {
  /** The place of what they say in the meeting's order. */
  sequence: number
  planVersion: number
  circleId: string
  /** ISO 8601. */
  startsAt: string
}

/**
 * Gives somebody the word in a meeting: until the work is done nobody else says anything in it, so what is said is
 * there for readers in the order of its places, and none who reads on from the last place they saw misses any.
 *
 * @param isSameTwice whether the work may be done again where it may have been kept
 * @throws {NotFound} when the practice has no such meeting
 */
export async function inTurn<A extends Acting, R>(
  acting: A,
  meetingId: string,
  work: (within: A, turn: Turn) => Promise<R>,
  { isSameTwice = false } = {},
): Promise<R> {
  const own = { id: meetingId, practice_id: acting.practiceId }
  const said = async (trx: Knex.Transaction): Promise<R> => {
    await trx('meetings').where(own).increment('sequence', 1)
    const row = await trx('meetings')
      .where(own)
      .first<{ sequence: number; plan_version: number; circle_id: string; starts_at: string } | undefined>(
        'sequence',
        'plan_version',
        'circle_id',
        'starts_at',
      )
    if (!row) throw new NotFound('There is no such meeting.')
    const { sequence, plan_version: planVersion, circle_id: circleId } = row
    return work({ ...acting, db: trx }, { sequence, planVersion, circleId, startsAt: isoOf(row.starts_at) })
  }
  return inTransaction(acting.db, said, { isSameTwice })
}

/** How far a meeting's order has come. Read before anything else is read of it, no later word is missed. */
export async function sequenceOf({ db, practiceId }: Scope, meetingId: string): Promise<number> {
  const row = await meetingRow(db, { id: meetingId, practice_id: practiceId })
  return row.sequence
}

/** How far the orders of meetings have come, whosever they are: for who follows them already. */
export async function sequencesOf(
  db: Database,
  meetings: readonly string[],
): Promise<{ id: string; sequence: number }[]> {
  if (meetings.length === 0) return []
  const rows = await db('meetings').whereIn('id', meetings).select<{ id: string; sequence: number }[]>('id', 'sequence')
  return rows.map(({ id, sequence }) => ({ id, sequence: Number(sequence) }))
}

/**
 * All that was said in a meeting after a place of its order.
 *
 * @throws {NotFound} when the practice has no such meeting
 */
export async function saidSince(scope: Scope, meetingId: string, after: number): Promise<Said> {
  const row = await meetingRow(scope.db, { id: meetingId, practice_id: scope.practiceId })
  const places = { after, upTo: row.sequence }
  if (places.upTo <= after) return { from: after, upTo: after, messages: [] }
  const isNew = (sequence: number) => sequence > after
  const [events, outcomes, arrivals, choices] = await Promise.all([
    classEventsBetween(scope, meetingId, places),
    outcomeEventsBetween(scope, meetingId, places),
    arrivalsBetween(scope, meetingId, places),
    handChoicesBetween(scope, meetingId, places),
  ])
  const messages: Broadcast[] = [...arrivals, ...choices]
  // A meeting has one seating and one plan: what they are now is all that has to be said of them.
  if (isNew(row.seating_sequence)) messages.push({ kind: 'seating', seating: seatingIn(row), at: row.seating_at })
  if (isNew(row.people_sequence)) messages.push({ kind: 'people' })
  if (isNew(row.plan_sequence)) {
    const by = await planChangedBy(scope, meetingId, row.plan_version)
    messages.push({ kind: 'plan', planVersion: row.plan_version, by })
  }
  for (const some of inParts(events)) messages.push({ kind: 'events', events: some })
  for (const some of inParts(outcomes)) messages.push({ kind: 'outcomes', outcomes: some })
  return { from: after, upTo: places.upTo, messages }
}

interface MeetingRow {
  sequence: number
  seating: unknown
  seating_at: number
  seating_sequence: number
  people_sequence: number
  plan_sequence: number
  plan_version: number
}

async function meetingRow(db: Database, own: { id: string; practice_id: string }): Promise<MeetingRow> {
  const row = await db('meetings')
    .where(own)
    .first<MeetingRow | undefined>(
      'sequence',
      'seating',
      'seating_at',
      'seating_sequence',
      'people_sequence',
      'plan_sequence',
      'plan_version',
    )
  if (!row) throw new NotFound('There is no such meeting.')
  return row
}

function seatingIn({ seating }: MeetingRow): string[] | null {
  return seating === null ? null : fromJson(seating, z.array(z.string()))
}

/** A message holds so many events at most. */
const AT_MOST = 500
function inParts<E>(all: readonly E[]): E[][] {
  return Array.from({ length: Math.ceil(all.length / AT_MOST) }, (_, at) => all.slice(at * AT_MOST, (at + 1) * AT_MOST))
}
