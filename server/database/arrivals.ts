import type { HandChoiceRecord } from '../../core/lead/message'
import { Arrival } from '../../core/offer/person'
import { fromJson, requireOwn, type Acting, type Scope } from './rows'

/** How those who came are today, by participant. */
export async function arrivalsOf(scope: Scope, meetingId: string): Promise<Record<string, Arrival>> {
  const { db, practiceId } = scope
  const rows = await db('arrivals').where({ practice_id: practiceId, meeting_id: meetingId })
  return Object.fromEntries(
    rows.map((row) => [
      row.participant_id,
      {
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
      },
    ]),
  )
}

/** Keeps how somebody is today; saying it again replaces it. */
export async function saveArrival(
  scope: Scope,
  meetingId: string,
  participantId: string,
  arrival: Arrival,
): Promise<void> {
  const { db, practiceId } = scope
  await requireOwn(scope, 'meetings', meetingId)
  await requireOwn(scope, 'participants', participantId)
  const { usualPain, newsNote, afterWhere, ...rest } = arrival
  await db('arrivals')
    .insert({
      practice_id: practiceId,
      meeting_id: meetingId,
      participant_id: participantId,
      usual_pain: usualPain,
      news_note: newsNote,
      after_where: afterWhere.length === 0 ? null : JSON.stringify(afterWhere),
      ...rest,
    })
    .onConflict(['meeting_id', 'participant_id'])
    .merge()
}

/** Variations that were chosen by hand in a meeting. */
export async function handChoicesOf(scope: Scope, meetingId: string): Promise<HandChoiceRecord[]> {
  const { db, practiceId } = scope
  const rows = await db('hand_choices').where({ practice_id: practiceId, meeting_id: meetingId })
  return rows.map((row) => ({
    participant: row.participant_id,
    blockId: row.block_id,
    variation: row.variation,
    reason: row.reason,
  }))
}

/** Keeps a hand-made choice for a person and block; an empty variation takes it back. */
export async function saveHandChoice(scope: Acting, meetingId: string, choice: HandChoiceRecord): Promise<void> {
  const { db, practiceId, accountId } = scope
  await requireOwn(scope, 'meetings', meetingId)
  await requireOwn(scope, 'participants', choice.participant)
  const key = {
    practice_id: practiceId,
    meeting_id: meetingId,
    participant_id: choice.participant,
    block_id: choice.blockId,
  }
  if (choice.variation === '') await db('hand_choices').where(key).delete()
  else
    await db('hand_choices')
      .insert({ ...key, variation: choice.variation, reason: choice.reason, chosen_by: accountId })
      .onConflict(['meeting_id', 'participant_id', 'block_id'])
      .merge(['variation', 'reason', 'chosen_by'])
}

/** Keeps the order round the room that somebody made by hand; null: it is worked out again. */
export async function saveSeating(scope: Scope, meetingId: string, seating: string[] | null): Promise<void> {
  const { db, practiceId } = scope
  await requireOwn(scope, 'meetings', meetingId)
  await db('meetings')
    .where({ id: meetingId, practice_id: practiceId })
    .update({ seating: seating === null ? null : JSON.stringify(seating) })
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

export async function addGuest(scope: Scope, meetingId: string, participantId: string): Promise<void> {
  const { db, practiceId } = scope
  await requireOwn(scope, 'meetings', meetingId)
  await requireOwn(scope, 'participants', participantId)
  await db('meeting_guests')
    .insert({ practice_id: practiceId, meeting_id: meetingId, participant_id: participantId })
    .onConflict(['meeting_id', 'participant_id'])
    .ignore()
}
