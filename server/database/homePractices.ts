import { HomePractice } from '../../core/reflect/homePractice'
import { requireOwn } from './circles'
import { fromJson, isoOf, type Database } from './rows'

export interface StoredHomePractice {
  practice: HomePractice
  madeAt: string
  /** Days that were ticked, ISO, by movement. */
  ticks: Record<string, string[]>
}

/** What somebody does at home, with what they ticked; null: nothing yet. */
export async function homePracticeOf(
  db: Database,
  practiceId: string,
  participantId: string,
): Promise<StoredHomePractice | null> {
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
  return { practice: HomePractice.parse(fromJson(row.practice)), madeAt: isoOf(row.made_at), ticks: byMovement }
}

export async function saveHomePractice(
  db: Database,
  practiceId: string,
  participantId: string,
  practice: HomePractice,
  madeBy: string,
): Promise<void> {
  await requireOwn(db, 'participants', practiceId, participantId, 'participant')
  await db('home_practices')
    .insert({
      practice_id: practiceId,
      participant_id: participantId,
      practice: JSON.stringify(practice),
      made_by: madeBy,
      made_at: db.fn.now(),
    })
    .onConflict('participant_id')
    .merge(['practice', 'made_by', 'made_at'])
}

/** Ticks a day, or takes the tick back; ticking twice is one. */
export async function tickHome(
  db: Database,
  practiceId: string,
  participantId: string,
  movement: string,
  day: string,
  done: boolean,
): Promise<void> {
  await requireOwn(db, 'participants', practiceId, participantId, 'participant')
  const key = { practice_id: practiceId, participant_id: participantId, movement, day }
  if (done) await db('home_ticks').insert(key).onConflict(['participant_id', 'movement', 'day']).ignore()
  else await db('home_ticks').where(key).delete()
}
