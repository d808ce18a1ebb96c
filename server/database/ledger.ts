import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { Level, Tier } from '../../core/catalogue/words'
import type { PersonLevel } from '../../core/offer/person'
import { requireOwn } from './circles'
import { participantById, setLevel } from './people'
import type { Database } from './rows'

/** A decision that was answered: what was proposed, what was decided, on which evidence. */
export const LedgerAnswer = z.object({
  participant: z.uuid(),
  movement: z.string().min(1).max(60),
  tier: Tier,
  proposed: z.enum(['ease-now', 'ease', 'ask', 'step-up', 'stay', 'too-early']),
  fromLevel: Level,
  toLevel: Level,
  answer: z.enum(['accepted', 'changed']),
  because: z.string().max(600),
  reason: z.string().max(300, 'A reason has 300 characters at most.').default(''),
})
export type LedgerAnswer = z.infer<typeof LedgerAnswer>

export interface LedgerEntry extends LedgerAnswer {
  id: string
  meetingId: string | null
  decidedBy: string
  /** ISO 8601 in UTC. */
  decidedAt: string
}

/** What the ledger holds of a meeting, or of a person over all meetings, newest first. */
export async function ledgerOf(db: Database, practiceId: string, of: { meetingId: string } | { participantId: string }): Promise<LedgerEntry[]> {
  const rows = await db('ledger as l')
    .leftJoin('accounts as a', 'a.id', 'l.decided_by')
    .where('l.practice_id', practiceId)
    .where('meetingId' in of ? { 'l.meeting_id': of.meetingId } : { 'l.participant_id': of.participantId })
    .orderBy([{ column: 'l.decided_at', order: 'desc' }, 'l.movement'])
    .select('l.*', 'a.name as decided_by_name')
  return rows.map((row) => ({
    id: row.id,
    participant: row.participant_id,
    meetingId: row.meeting_id,
    movement: row.movement,
    tier: row.tier,
    proposed: row.proposed,
    fromLevel: row.from_level,
    toLevel: row.to_level,
    answer: row.answer,
    because: row.because,
    reason: row.reason,
    decidedBy: row.decided_by_name ?? 'somebody who has left',
    decidedAt: `${String(row.decided_at).replace(' ', 'T')}Z`,
  }))
}

/**
 * Both sides move by the same step, so a difference between them stays a difference.
 *
 * @param settledAt the level that an earlier answer to the same decision left; the step is counted from there
 */
function levelsAfter(levels: PersonLevel[], { movement, tier, toLevel }: LedgerAnswer, settledAt: number): PersonLevel[] {
  const own = levels.filter((level) => level.movement === movement && level.tier === tier)
  if (own.length === 0) return [{ movement, tier, side: 'both', level: toLevel }]
  if (own.length === 1) return [{ ...own[0]!, level: toLevel }]
  return own.map((level) => ({ ...level, level: Math.max(1, Math.min(5, level.level + toLevel - settledAt)) }))
}

/** Writes decisions and makes them next week's levels, in one transaction; deciding again replaces the answer. */
export async function settleDecisions(db: Database, practiceId: string, meetingId: string, answers: LedgerAnswer[], decidedBy: string | null): Promise<void> {
  await db.transaction(async (trx) => {
    await requireOwn(trx, 'meetings', practiceId, meetingId, 'meeting')
    for (const answer of answers) {
      const person = await participantById(trx, practiceId, answer.participant)
      const { participant, movement, tier } = answer
      const earlier = await trx('ledger').where({ practice_id: practiceId, meeting_id: meetingId, participant_id: participant, movement, tier }).first<{ to_level: number } | undefined>('to_level')
      await trx('ledger')
        .insert({
          id: randomUUID(), practice_id: practiceId, participant_id: answer.participant, meeting_id: meetingId, movement: answer.movement,
          tier: answer.tier, proposed: answer.proposed, answer: answer.answer, from_level: answer.fromLevel, to_level: answer.toLevel,
          because: answer.because, reason: answer.reason, decided_by: decidedBy,
        })
        .onConflict(['meeting_id', 'participant_id', 'movement', 'tier'])
        .merge(['proposed', 'answer', 'to_level', 'because', 'reason', 'decided_by', 'decided_at'])
      for (const level of levelsAfter(person.levels, answer, earlier?.to_level ?? answer.fromLevel)) await setLevel(trx, practiceId, answer.participant, level)
    }
  })
}
