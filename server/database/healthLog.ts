import type { HealthDeed, HealthLogEntry } from '../../core/contract/practice'
import { isoOf, type Acting, type Scope } from './rows'

/** Looking again at the same within this time is one entry. */
const SAME_LOOK_MINUTES = 10
const LOOKS: ReadonlySet<HealthDeed> = new Set([
  'looked at the person',
  'looked at the profile',
  'looked at screenings',
  'looked back',
])

/** Notes that somebody looked at or changed health data; the same look again within ten minutes is noted once. */
export async function noteHealth(
  { db, practiceId, accountId }: Acting,
  participantId: string | null,
  did: HealthDeed,
): Promise<void> {
  if (LOOKS.has(did)) {
    const before = await db('health_log')
      .where({ practice_id: practiceId, participant_id: participantId, account_id: accountId, did })
      .whereRaw('at > date_sub(utc_timestamp(), interval ? minute)', [SAME_LOOK_MINUTES])
      .first('id')
    if (before) return
  }
  await db('health_log').insert({
    practice_id: practiceId,
    participant_id: participantId,
    account_id: accountId,
    did,
    at: db.raw('utc_timestamp()'),
  })
}

/** The log of a practice, or of one person, newest first. */
export async function healthLogOf(
  scope: Scope,
  { participantId, limit = 200 }: { participantId?: string; limit?: number } = {},
): Promise<HealthLogEntry[]> {
  const { db, practiceId } = scope
  const query = db('health_log as l')
    .leftJoin('participants as p', 'p.id', 'l.participant_id')
    .leftJoin('accounts as a', 'a.id', 'l.account_id')
    .where('l.practice_id', practiceId)
    .orderBy('l.id', 'desc')
    .limit(limit)
  if (participantId) query.where('l.participant_id', participantId)
  const rows = await query.select('l.participant_id', 'l.did', 'l.at', 'p.name', 'a.name as who')
  return rows.map((row) => ({
    participant: row.participant_id,
    participantName: row.name ?? 'somebody erased',
    who: row.who ?? 'somebody who has left',
    did: row.did,
    at: isoOf(row.at),
  }))
}
