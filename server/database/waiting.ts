import type { Waiting } from '../../core/contract/circles'
import { requireOwn, type Scope } from './rows'
import { inTransaction } from './transaction'

/** Who waits for a place, the longest first. */
export async function waitingOf(scope: Scope): Promise<Waiting[]> {
  const { db, practiceId } = scope
  const rows = await db('waiting as w')
    .join('participants as p', 'p.id', 'w.participant_id')
    .where('w.practice_id', practiceId)
    .whereNull('p.erased_at')
    .orderBy(['w.since', 'p.name'])
    .select<{ circle_id: string; participant_id: string; name: string; since: string; note: string }[]>('w.*', 'p.name')
  return rows.map((row) => ({
    circleId: row.circle_id,
    participant: row.participant_id,
    name: row.name,
    since: row.since,
    note: row.note,
  }))
}

/** Puts somebody on the waiting list; again only changes the note. */
export async function addWaiting(
  scope: Scope,
  circleId: string,
  { participant, since, note }: Pick<Waiting, 'participant' | 'since' | 'note'>,
): Promise<void> {
  const { db, practiceId } = scope
  await requireOwn(scope, 'participants', participant)
  await db('waiting')
    .insert({ practice_id: practiceId, circle_id: circleId, participant_id: participant, since, note })
    .onConflict(['circle_id', 'participant_id'])
    .merge(['note'])
}

/** Takes somebody off the waiting list. */
export async function stopWaiting(scope: Scope, circleId: string, participant: string): Promise<void> {
  const { db, practiceId } = scope
  await db('waiting').where({ practice_id: practiceId, circle_id: circleId, participant_id: participant }).delete()
}

/** Gives somebody who waits a place in the circle. */
export async function placeWaiting(scope: Scope, circleId: string, participant: string): Promise<void> {
  const { db, practiceId } = scope
  await inTransaction(db, async (trx) => {
    await requireOwn({ db: trx, practiceId }, 'participants', participant)
    await stopWaiting({ db: trx, practiceId }, circleId, participant)
    const last = await trx('circle_members')
      .where({ practice_id: practiceId, circle_id: circleId })
      .max<{ last: number | null }[]>('position as last')
      .first()
    await trx('circle_members')
      .insert({
        practice_id: practiceId,
        circle_id: circleId,
        participant_id: participant,
        position: Number(last?.last ?? -1) + 1,
      })
      .onConflict(['circle_id', 'participant_id'])
      .ignore()
  })
}
