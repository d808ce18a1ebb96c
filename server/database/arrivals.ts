import { z } from 'zod'
import { grouped } from '../../core/grouped'
import { laterOf, saidAt } from '../../core/lead/later'
import type { HandChoiceRecord, Message } from '../../core/lead/message'
import { Arrival, type ArrivalSaid } from '../../core/offer/person'
import { rowsOf, type Places } from './places'
import { fromJson, NotFound, requireOwn, type Acting, type Scope } from './rows'

/** By participant and field, when it was said, epoch milliseconds. */
type ArrivalTimes = Record<string, Record<string, number>>

/** How those who came are today, by participant, and when each of it was said. */
export async function arrivalsOf(
  scope: Scope,
  meetingId: string,
): Promise<{ arrivals: Record<string, Arrival>; times: ArrivalTimes }> {
  const rows = await rowsOf<ArrivalRow>(scope, 'arrivals', meetingId)
  return {
    arrivals: Object.fromEntries(rows.map((row) => [row.participant_id, arrivalOf(row)])),
    times: Object.fromEntries(rows.map((row) => [row.participant_id, timesOf(row)])),
  }
}

/** Arrivals of which something was said between two places of a meeting's order: one message for each moment. */
export async function arrivalsBetween(scope: Scope, meetingId: string, places: Places): Promise<Message[]> {
  return (await rowsOf<ArrivalRow>(scope, 'arrivals', meetingId, places)).flatMap((row) => {
    const [arrival, times] = [arrivalOf(row), timesOf(row)]
    // What bears no time was never said, or was there before every screen.
    const said = (Object.keys(arrival) as (keyof Arrival)[]).filter((field) => times[field] !== undefined)
    const moments = grouped(said, (field) => times[field] ?? 0)
    return [...moments].map(([at, fields]): Message => {
      const fresh = Object.fromEntries(fields.map((field) => [field, arrival[field]]))
      return { kind: 'arrivals', participant: row.participant_id, arrival: fresh, at }
    })
  })
}

/**
 * Keeps what is said of how somebody is today: field by field the later word holds.
 *
 * @param at when it was said, epoch milliseconds
 */
export async function saveArrival(
  scope: Scope,
  meetingId: string,
  { participant, arrival: said, at }: { participant: string; arrival: ArrivalSaid; at: number },
  sequence = 0,
): Promise<void> {
  const { db, practiceId } = scope
  await requireOwn(scope, 'participants', participant)
  const [known] = await rowsOf<ArrivalRow>(scope, 'arrivals', meetingId).where({ participant_id: participant })
  const before = known ? { fields: arrivalOf(known), at: timesOf(known) } : { fields: {}, at: {} }
  const { fields, at: times } = laterOf<ArrivalSaid>(before, saidAt(said, at))
  const { usualPain, newsNote, afterWhere, ...rest } = Arrival.parse(fields)
  await db('arrivals')
    .insert({
      practice_id: practiceId,
      meeting_id: meetingId,
      participant_id: participant,
      usual_pain: usualPain,
      news_note: newsNote,
      after_where: afterWhere.length === 0 ? null : JSON.stringify(afterWhere),
      times: JSON.stringify(times),
      sequence,
      ...rest,
    })
    .onConflict(['meeting_id', 'participant_id'])
    .merge()
}

interface ArrivalRow extends Record<keyof Arrival, unknown> {
  participant_id: string
  times: unknown
  usual_pain: unknown
  after_where: unknown
  news_note: unknown
}

function arrivalOf(row: ArrivalRow): Arrival {
  return Arrival.parse({
    came: Boolean(row.came),
    pain: row.pain,
    usualPain: row.usual_pain,
    after: row.after,
    afterWhere: row.after_where === null ? [] : fromJson(row.after_where, Arrival.shape.afterWhere),
    tired: Boolean(row.tired),
    sore: Boolean(row.sore),
    dizzy: Boolean(row.dizzy),
    ill: Boolean(row.ill),
    late: Boolean(row.late),
    news: row.news,
    newsNote: row.news_note,
  })
}
function timesOf({ times }: ArrivalRow): Record<string, number> {
  return times === null ? {} : fromJson(times, z.record(z.string(), z.number()))
}

/** Variations that were chosen by hand in a meeting, and when, by participant and block. */
export async function handChoicesOf(
  scope: Scope,
  meetingId: string,
): Promise<{ choices: HandChoiceRecord[]; times: Record<string, number> }> {
  const rows = await rowsOf<ChoiceRow>(scope, 'hand_choices', meetingId)
  return {
    choices: rows.filter((row) => row.variation !== '').map(choiceOf),
    times: Object.fromEntries(rows.map((row) => [`${row.participant_id} ${row.block_id}`, row.at])),
  }
}

/** Choices that were made, or taken back, between two places of a meeting's order. */
export async function handChoicesBetween(scope: Scope, meetingId: string, places: Places): Promise<Message[]> {
  const rows = await rowsOf<ChoiceRow>(scope, 'hand_choices', meetingId, places)
  return rows.map((row) => ({ kind: 'choices', choice: choiceOf(row), at: row.at }))
}

interface ChoiceRow {
  participant_id: string
  block_id: string
  variation: string
  reason: string
  at: number
}
function choiceOf(row: ChoiceRow): HandChoiceRecord {
  return { participant: row.participant_id, blockId: row.block_id, variation: row.variation, reason: row.reason }
}

/**
 * Keeps a hand-made choice for a person and block, where none was made later; one that is taken back stays as an empty
 * one, so that an older one does not come up again.
 */
export async function saveHandChoice(
  scope: Acting,
  meetingId: string,
  { choice, at }: { choice: HandChoiceRecord; at: number },
  sequence = 0,
): Promise<void> {
  const { db, practiceId, accountId } = scope
  await requireOwn(scope, 'participants', choice.participant)
  const key = { participant_id: choice.participant, block_id: choice.blockId }
  const [known] = await rowsOf<ChoiceRow>(scope, 'hand_choices', meetingId).where(key)
  const before = known ? { fields: { choice: choiceOf(known) }, at: { choice: known.at } } : { fields: {}, at: {} }
  const merged = laterOf<{ choice?: HandChoiceRecord }>(before, saidAt({ choice }, at))
  if (merged.fields.choice !== choice) return
  await db('hand_choices')
    .insert({
      ...{ ...key, practice_id: practiceId, meeting_id: meetingId, chosen_by: accountId },
      ...{ variation: choice.variation, reason: choice.reason, at, sequence },
    })
    .onConflict(['meeting_id', 'participant_id', 'block_id'])
    .merge(['variation', 'reason', 'chosen_by', 'at', 'sequence'])
}

/** Keeps the order round the room that somebody made by hand, where none was made later; null: it is worked out. */
export async function saveSeating(
  scope: Scope,
  meetingId: string,
  { seating, at }: { seating: string[] | null; at: number },
  sequence = 0,
): Promise<void> {
  const { db, practiceId } = scope
  const row = await db('meetings')
    .where({ id: meetingId, practice_id: practiceId })
    .first<{ seating: unknown; seating_at: number } | undefined>('seating', 'seating_at')
  if (!row) throw new NotFound('There is no such meeting.')
  const known = row.seating === null ? null : fromJson(row.seating, z.array(z.string()))
  const before = { fields: { seating: known }, at: { seating: row.seating_at } }
  if (laterOf<{ seating: string[] | null }>(before, saidAt({ seating }, at)).fields.seating !== seating) return
  await db('meetings')
    .where({ id: meetingId, practice_id: practiceId })
    .update({
      seating: seating === null ? null : JSON.stringify(seating),
      seating_at: at,
      seating_sequence: sequence,
    })
}

/** Everybody who may be in a meeting, by id: the circle's people in their order, then its guests. */
export async function everybodyIn(
  scope: Scope,
  meetingId: string,
  members: readonly string[],
): Promise<{ ids: string[]; guests: string[] }> {
  const guests = await guestsOf(scope, meetingId)
  return { ids: [...new Set([...members, ...guests])], guests }
}

/** Ids of those who are guests in a meeting of a circle that is not theirs. */
async function guestsOf(scope: Scope, meetingId: string): Promise<string[]> {
  const { db, practiceId } = scope
  return (
    await db('meeting_guests')
      .where({ practice_id: practiceId, meeting_id: meetingId })
      .orderBy('participant_id')
      .select<{ participant_id: string }[]>('participant_id')
  ).map((row) => row.participant_id)
}

/** Somebody joins one meeting; within a turn of it. */
export async function addGuest(scope: Scope, meetingId: string, participantId: string, sequence = 0): Promise<void> {
  const { db, practiceId } = scope
  await requireOwn(scope, 'participants', participantId)
  await db('meeting_guests')
    .insert({ practice_id: practiceId, meeting_id: meetingId, participant_id: participantId })
    .onConflict(['meeting_id', 'participant_id'])
    .merge(['participant_id'])
  await db('meetings').where({ id: meetingId, practice_id: practiceId }).update({ people_sequence: sequence })
}
