import { z } from 'zod'
import { keysOf } from '../../core/entries'
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
    const said = keysOf<keyof Arrival>(arrival).filter((field) => times[field] !== undefined)
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
  scope: Acting,
  meetingId: string,
  { participant, arrival: said, at }: { participant: string; arrival: ArrivalSaid; at: number },
  sequence = 0,
): Promise<void> {
  const { db, practiceId, accountId } = scope
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
      said_by: accountId,
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
  scope: Acting,
  meetingId: string,
  { seating, at }: { seating: string[] | null; at: number },
  sequence = 0,
): Promise<void> {
  const { db, practiceId, accountId } = scope
  if (seating) await requireOwn(scope, 'participants', seating)
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
      seated_by: accountId,
    })
}

/** Everybody who may be in a meeting, by id: the circle's people in their order, then its guests. */
export async function everybodyIn(
  scope: Scope,
  meetingId: string,
  members: readonly string[],
): Promise<{ ids: string[]; guests: string[]; toAgree: string[] }> {
  const rows = await guestsOf(scope, meetingId)
  const guests = rows.map((row) => row.participant_id)
  const toAgree = rows.filter((row) => !row.agreed && !members.includes(row.participant_id))
  return { ids: [...new Set([...members, ...guests])], guests, toAgree: toAgree.map((row) => row.participant_id) }
}

/**
 * Of whom something can be noted in a meeting: its circle's people and its guests, and once it is known of some that
 * they came, nobody of whom it is known that they did not.
 */
export async function thoseThere({ db, practiceId }: Scope, meetingId: string, circleId: string): Promise<string[]> {
  const people = db('circle_members')
    .where({ practice_id: practiceId, circle_id: circleId })
    .select('participant_id')
    .union(db('meeting_guests').where({ practice_id: practiceId, meeting_id: meetingId }).select('participant_id'))
  const rows = await db
    .from(people.as('p'))
    .leftJoin('arrivals as a', (join) =>
      join
        .on('a.participant_id', 'p.participant_id')
        .andOnVal('a.practice_id', practiceId)
        .andOnVal('a.meeting_id', meetingId),
    )
    .select<{ participant_id: string; came: number | null }[]>('p.participant_id', 'a.came')
  const someCame = rows.some(({ came }) => Boolean(came))
  return rows.filter(({ came }) => !someCame || came === null || Boolean(came)).map((row) => row.participant_id)
}

/** Those who are guests in a meeting of a circle that is not theirs, and whether a lead has agreed to them. */
function guestsOf({ db, practiceId }: Scope, meetingId: string): Promise<{ participant_id: string; agreed: number }[]> {
  return db('meeting_guests')
    .where({ practice_id: practiceId, meeting_id: meetingId })
    .orderBy('participant_id')
    .select<{ participant_id: string; agreed: number }[]>('participant_id', 'agreed')
}

/**
 * Somebody joins one meeting; within a turn of it. Who is there already stays as they are agreed to.
 *
 * @param isAgreed whether a lead has agreed to them
 */
export async function addGuest(
  scope: Acting,
  meetingId: string,
  { participantId, isAgreed }: { participantId: string; isAgreed: boolean },
  sequence = 0,
): Promise<void> {
  const { db, practiceId, accountId } = scope
  await requireOwn(scope, 'participants', participantId)
  const key = { practice_id: practiceId, meeting_id: meetingId, participant_id: participantId }
  const row = { ...key, agreed: isAgreed, let_in_by: accountId }
  await db('meeting_guests')
    .insert(row)
    .onConflict(['meeting_id', 'participant_id'])
    .merge(isAgreed ? ['agreed'] : ['participant_id'])
  await setPeopleSequence(scope, meetingId, sequence)
}

/**
 * A lead agrees to a guest; within a turn of the meeting.
 *
 * @throws {NotFound} where they are none
 */
export async function agreeToGuest(
  scope: Scope,
  meetingId: string,
  participantId: string,
  sequence = 0,
): Promise<void> {
  const { db, practiceId } = scope
  const key = { practice_id: practiceId, meeting_id: meetingId, participant_id: participantId }
  if (!(await db('meeting_guests').where(key).first('participant_id')))
    throw new NotFound('They are no guest of this meeting.')
  await db('meeting_guests').where(key).update({ agreed: true })
  await setPeopleSequence(scope, meetingId, sequence)
}

/**
 * A guest goes again, with what was said of them at the door; within a turn of the meeting.
 *
 * @throws {NotFound} where they are none
 */
export async function removeGuest(scope: Scope, meetingId: string, participantId: string, sequence = 0): Promise<void> {
  const { db, practiceId } = scope
  const key = { practice_id: practiceId, meeting_id: meetingId, participant_id: participantId }
  if ((await db('meeting_guests').where(key).delete()) === 0) throw new NotFound('They are no guest of this meeting.')
  for (const table of ['arrivals', 'hand_choices']) await db(table).where(key).delete()
  await setPeopleSequence(scope, meetingId, sequence)
}

async function setPeopleSequence({ db, practiceId }: Scope, meetingId: string, sequence: number): Promise<void> {
  await db('meetings').where({ id: meetingId, practice_id: practiceId }).update({ people_sequence: sequence })
}

/** Ids of everybody who was let into a meeting of a circle as a guest. */
export async function guestsOfCircle({ db, practiceId }: Scope, circleId: string): Promise<string[]> {
  const rows = await db('meeting_guests as g')
    .join('meetings as m', 'm.id', 'g.meeting_id')
    .where({ 'm.practice_id': practiceId, 'm.circle_id': circleId })
    .distinct<{ participant_id: string }[]>('g.participant_id')
  return rows.map(({ participant_id: id }) => id)
}
