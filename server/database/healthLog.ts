import { z } from 'zod'
import { isoOf, type Database } from './rows'

/** What somebody did with a person's health data. */
export const HealthDeed = z.enum([
  'looked at the person',
  'looked at the profile',
  'changed the person',
  'took a screening',
  'looked at screenings',
  'entered measures',
  'placed levels',
  'took the record out',
  'made a handout',
  'looked back',
  'wrote a letter',
  'took the archive out',
  'took measures out',
  'took outcomes out',
  'imported',
  'erased the record',
])
export type HealthDeed = z.infer<typeof HealthDeed>

export interface HealthLogEntry {
  /** Null once the person was erased. */
  participant: string | null
  participantName: string
  who: string
  did: HealthDeed
  at: string
}

/** Looking again at the same within this time is one entry. */
const SAME_LOOK_MINUTES = 10

/** Notes that somebody looked at or changed health data; the same look again within ten minutes is noted once. */
export async function noteHealth(
  db: Database,
  practiceId: string,
  accountId: string,
  participantId: string | null,
  did: HealthDeed,
): Promise<void> {
  if (did.startsWith('looked')) {
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
  db: Database,
  practiceId: string,
  { participantId, limit = 200 }: { participantId?: string; limit?: number } = {},
): Promise<HealthLogEntry[]> {
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
