import type { StoredScreening } from '../../core/contract/records'
import { ScreeningAnswers } from '../../core/offer/screening'
import { fromJson, type Acting, type Scope } from './rows'

/** A person's screenings, newest first. */
export async function screeningsOf(scope: Scope, participantId: string): Promise<StoredScreening[]> {
  const { db, practiceId } = scope
  const rows = await db('screenings as s')
    .leftJoin('accounts as a', 'a.id', 's.taken_by')
    .where({ 's.practice_id': practiceId, 's.participant_id': participantId })
    .orderBy([
      { column: 's.taken_on', order: 'desc' },
      { column: 's.entered_at', order: 'desc' },
    ])
    .select<{ id: string; taken_on: string; answers: unknown; name: string | null }[]>(
      's.id',
      's.taken_on',
      's.answers',
      'a.name',
    )
  return rows.map((row) => ({
    id: row.id,
    takenOn: row.taken_on,
    takenBy: row.name ?? 'somebody who has left',
    answers: fromJson(row.answers, ScreeningAnswers),
  }))
}

/** A screening that was taken. */
export interface NewScreening {
  /** Made by the device, so that sending twice stores one. */
  id: string
  answers: ScreeningAnswers
  /** ISO day. */
  takenOn: string
}

/** Keeps a screening; false where it is there already. */
export async function addScreening(
  { db, practiceId, accountId }: Acting,
  participantId: string,
  { id, answers, takenOn }: NewScreening,
): Promise<boolean> {
  if (await db('screenings').where({ id }).first('id')) return false
  await db('screenings').insert({
    id,
    practice_id: practiceId,
    participant_id: participantId,
    taken_on: takenOn,
    answers: JSON.stringify(answers),
    taken_by: accountId,
  })
  return true
}
