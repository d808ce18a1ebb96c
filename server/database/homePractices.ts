import type { StoredHomePractice } from '../../core/contract/homePractice'
import { HomePractice } from '../../core/reflect/homePractice'
import { fromJson, isoOf, type Acting, type Scope, requireOwn } from './rows'

/** What somebody does at home, with what they ticked; null: nothing yet. */
export async function homePracticeOf(scope: Scope, participantId: string): Promise<StoredHomePractice | null> {
  const { db, practiceId } = scope
  const [row, ticks] = await Promise.all([
    db('home_practices').where({ practice_id: practiceId, participant_id: participantId }).first(),
    db('home_ticks')
      .where({ practice_id: practiceId, participant_id: participantId })
      .orderBy(['movement', 'day'])
      .select<{ movement: string; day: string }[]>('movement', 'day'),
  ])
  if (!row) return null
  const byMovement: Record<string, string[]> = {}
  for (const { movement, day } of ticks) (byMovement[movement] ??= []).push(day)
  return { practice: fromJson(row.practice, HomePractice), madeAt: isoOf(row.made_at), ticks: byMovement }
}

/** What these people do at home and ticked since a day, by participant. */
export async function homePracticesOf(
  { db, practiceId }: Scope,
  participants: readonly string[],
  since: string,
): Promise<Map<string, Pick<StoredHomePractice, 'practice' | 'ticks'>>> {
  const [rows, ticks] = await Promise.all([
    db('home_practices').where({ practice_id: practiceId }).whereIn('participant_id', participants),
    db('home_ticks')
      .where({ practice_id: practiceId })
      .whereIn('participant_id', participants)
      .where('day', '>=', since.slice(0, 10))
      .orderBy('day')
      .select<{ participant_id: string; movement: string; day: string }[]>('participant_id', 'movement', 'day'),
  ])
  return new Map(
    rows.map((row) => {
      const own: Record<string, string[]> = {}
      for (const { participant_id, movement, day } of ticks)
        if (participant_id === row.participant_id) (own[movement] ??= []).push(day)
      return [row.participant_id, { practice: fromJson(row.practice, HomePractice), ticks: own }]
    }),
  )
}

/** Keeps what somebody does at home; saving again replaces it. */
export async function saveHomePractice(scope: Acting, participantId: string, practice: HomePractice): Promise<void> {
  const { db, practiceId, accountId } = scope
  await requireOwn(scope, 'participants', participantId)
  await db('home_practices')
    .insert({
      practice_id: practiceId,
      participant_id: participantId,
      practice: JSON.stringify(practice),
      made_by: accountId,
      made_at: db.fn.now(),
    })
    .onConflict('participant_id')
    .merge(['practice', 'made_by', 'made_at'])
}

/** Ticks a day, or takes the tick back; ticking twice is one. */
export async function tickHome(
  scope: Scope,
  participantId: string,
  { movement, day, done }: { movement: string; day: string; done: boolean },
): Promise<void> {
  const { db, practiceId } = scope
  await requireOwn(scope, 'participants', participantId)
  const key = { practice_id: practiceId, participant_id: participantId, movement, day }
  if (done) await db('home_ticks').insert(key).onConflict(['participant_id', 'movement', 'day']).ignore()
  else await db('home_ticks').where(key).delete()
}
