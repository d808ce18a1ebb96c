import type { StoredScreening } from '../../core/contract/records'
import { ScreeningAnswers } from '../../core/offer/screening'
import { fromJson, TakenElsewhere, type Acting, type Scope } from './rows'

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
    .select<{ id: string; taken_on: string; answers: unknown; name: string | null; waits: number }[]>(
      's.id',
      's.taken_on',
      's.answers',
      's.waits',
      'a.name',
    )
  return rows.map((row) => ({
    id: row.id,
    takenOn: row.taken_on,
    takenBy: row.name ?? 'somebody who has left',
    answers: fromJson(row.answers, ScreeningAnswers),
    waits: Boolean(row.waits),
  }))
}

/** A screening that waits for a lead, asked for while its person is held; undefined: there is no such one. */
export async function waitingScreening(
  { db, practiceId }: Scope,
  participantId: string,
  id: string,
): Promise<{ answers: ScreeningAnswers; takenOn: string } | undefined> {
  const row = await db('screenings')
    .where({ id, practice_id: practiceId, participant_id: participantId, waits: true })
    .first<{ answers: unknown; taken_on: string } | undefined>('answers', 'taken_on')
  return row && { answers: fromJson(row.answers, ScreeningAnswers), takenOn: row.taken_on }
}

/** A lead has agreed to it. */
export async function agreeToScreening({ db, practiceId, accountId }: Acting, id: string): Promise<void> {
  await db('screenings').where({ id, practice_id: practiceId }).update({ waits: false, agreed_by: accountId })
}

/** A screening that was taken. */
export interface NewScreening {
  /** Made by the device, so that sending twice stores one. */
  id: string
  answers: ScreeningAnswers
  /** ISO day. */
  takenOn: string
}

/**
 * Keeps a screening; false where it is there already.
 *
 * @throws {TakenElsewhere} where its id is somebody else's
 */
export async function addScreening(
  { db, practiceId, accountId }: Acting,
  participantId: string,
  { id, answers, takenOn, waits }: NewScreening & { waits: boolean },
): Promise<boolean> {
  const known = await db('screenings')
    .where({ id })
    .first<{ practice_id: string; participant_id: string } | undefined>('practice_id', 'participant_id')
  if (known && (known.practice_id !== practiceId || known.participant_id !== participantId)) throw new TakenElsewhere()
  if (known) return false
  await db('screenings').insert({
    id,
    practice_id: practiceId,
    participant_id: participantId,
    taken_on: takenOn,
    answers: JSON.stringify(answers),
    taken_by: accountId,
    waits,
  })
  return true
}
