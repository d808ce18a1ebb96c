import type { Knex } from 'knex'
import { z } from 'zod'
import type { Broadcast, Said } from '../../core/lead/message'
import { arrivalsBetween, handChoicesBetween } from './arrivals'
import { classEventsBetween, outcomeEventsBetween } from './outcomes'
import { planChangedBy } from './planVersions'
import { isSaidAfter, type SaidIn } from './places'
import { fromJson, isoOf, NotFound, type Acting, type Database, type Scope } from './rows'
import { inTransaction } from './transaction'

const NO_MEETING = 'There is no such meeting.'

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
    if (!row) throw new NotFound(NO_MEETING)
    const { sequence, plan_version: planVersion, circle_id: circleId } = row
    return work({ ...acting, db: trx }, { sequence, planVersion, circleId, startsAt: isoOf(row.starts_at) })
  }
  return inTransaction(acting.db, said, { isSameTwice })
}

/** How far a meeting's order has come. Read before anything else is read of it, no later word is missed. */
export async function sequenceOf({ db, practiceId }: Scope, meetingId: string): Promise<number> {
  const [sequence] = await db('meetings').where({ id: meetingId, practice_id: practiceId }).pluck<number[]>('sequence')
  if (sequence === undefined) throw new NotFound(NO_MEETING)
  return sequence
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
  const row = await newsIn(scope, meetingId, after)
  const places = { after, upTo: row.sequence }
  if (places.upTo <= after) return { from: after, upTo: after, messages: [] }
  const isNew = (sequence: number) => sequence > after
  const [events, outcomes, arrivals, choices] = await Promise.all([
    row.new_class_events ? classEventsBetween(scope, meetingId, places) : [],
    row.new_outcomes ? outcomeEventsBetween(scope, meetingId, places) : [],
    row.new_arrivals ? arrivalsBetween(scope, meetingId, places) : [],
    row.new_hand_choices ? handChoicesBetween(scope, meetingId, places) : [],
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

interface MeetingRow extends Record<`new_${SaidIn}`, unknown> {
  sequence: number
  seating: unknown
  seating_at: number
  seating_sequence: number
  people_sequence: number
  plan_sequence: number
  plan_version: number
}

const PIECES = ['arrivals', 'hand_choices', 'class_events', 'outcomes'] as const satisfies SaidIn[]

/** A meeting, and what of it has something after a place of its order: most often one, and that alone is read then. */
async function newsIn(scope: Scope, meetingId: string, after: number): Promise<MeetingRow> {
  const isNew = PIECES.map((table) => isSaidAfter(scope, table, meetingId, after))
  const row = await scope
    .db('meetings')
    .where({ id: meetingId, practice_id: scope.practiceId })
    .first<MeetingRow | undefined>(
      'sequence',
      'seating',
      'seating_at',
      'seating_sequence',
      'people_sequence',
      'plan_sequence',
      'plan_version',
      ...isNew,
    )
  if (!row) throw new NotFound(NO_MEETING)
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
