import { randomBytes } from 'node:crypto'
import type { Database, Scope } from './rows'

const KEY_BYTES = 32

/**
 * The key under which the ledger keeps what it says of somebody's health, by person. It goes with the person: what was
 * sealed under it is then nobody's, though the row stands. Who has none yet gets one.
 *
 * @param participants ids of people who are there
 */
export async function keysFor(scope: Scope, participants: readonly string[]): Promise<Map<string, Buffer>> {
  const { db, practiceId } = scope
  const ids = [...new Set(participants)]
  const known = await readKeys(db, ids)
  const missing = ids.filter((id) => !known.has(id))
  if (missing.length === 0) return known
  await db('person_keys')
    .insert(
      missing.map((id) => ({
        participant_id: id,
        practice_id: practiceId,
        secret: randomBytes(KEY_BYTES).toString('base64'),
      })),
    )
    // Of two who make it at once the first one's holds.
    .onConflict('participant_id')
    .merge(['participant_id'])
  return readKeys(db, ids)
}

/** The keys that there are; of who was erased there is none. */
export async function readKeys(db: Database, participants: readonly string[]): Promise<Map<string, Buffer>> {
  if (participants.length === 0) return new Map()
  const rows = await db('person_keys')
    .whereIn('participant_id', participants)
    .select<{ participant_id: string; secret: string }[]>('participant_id', 'secret')
  return new Map(rows.map((row) => [row.participant_id, Buffer.from(row.secret, 'base64')]))
}
