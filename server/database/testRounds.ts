import { z } from 'zod'
import type { TestRound } from '../../core/measure/testRound'
import { fromJson, isoOf, NotFound, sqlTimeOf, TakenElsewhere, type Acting, type Scope } from './rows'
import { hold, inTransaction } from './transaction'

interface RoundRow {
  id: string
  circle_id: string
  measures: unknown
  started_at: string
  ended_at: string | null
}

/** The round of a circle that is on; null: none is. */
export async function openRoundOf({ db, practiceId }: Scope, circleId: string): Promise<TestRound | null> {
  const row = await db('test_rounds')
    .where({ practice_id: practiceId, circle_id: circleId, ended_at: null })
    .orderBy('started_at', 'desc')
    .first<RoundRow | undefined>('*')
  return row
    ? {
        id: row.id,
        circleId: row.circle_id,
        measures: fromJson(row.measures, z.array(z.string())),
        startedAt: isoOf(row.started_at),
      }
    : null
}

/**
 * Begins a round; the one that is on ends. Sent twice it is one.
 *
 * @throws {NotFound} where the circle is not of this practice
 * @throws {TakenElsewhere} where the id is another circle's round
 */
export async function startRound(
  { db, practiceId, accountId }: Acting,
  circleId: string,
  round: Pick<TestRound, 'id' | 'measures'>,
  now: string,
): Promise<void> {
  await inTransaction(db, async (trx) => {
    if ((await hold(trx, 'circles', { practice_id: practiceId, id: circleId })) === undefined) throw new NotFound()
    const before = await trx('test_rounds').where({ id: round.id }).first<RoundRow | undefined>('*')
    if (before && before.circle_id !== circleId) throw new TakenElsewhere()
    if (before) return
    await endAll(trx, { practiceId, circleId }, now)
    await trx('test_rounds').insert({
      id: round.id,
      practice_id: practiceId,
      circle_id: circleId,
      measures: JSON.stringify(round.measures),
      started_at: sqlTimeOf(now),
      started_by: accountId,
    })
  })
}

/** Ends the round that is on, if one is. */
export async function endRound({ db, practiceId }: Scope, circleId: string, now: string): Promise<void> {
  await endAll(db, { practiceId, circleId }, now)
}

async function endAll(
  db: Scope['db'],
  { practiceId, circleId }: { practiceId: string; circleId: string },
  now: string,
): Promise<void> {
  await db('test_rounds')
    .where({ practice_id: practiceId, circle_id: circleId, ended_at: null })
    .update({ ended_at: sqlTimeOf(now) })
}
