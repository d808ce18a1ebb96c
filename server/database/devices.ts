import { subDays } from 'date-fns'
import type { Database } from './rows'

/** A device that was not here for so long is a stranger again; its cookie ends as well. */
export const DEVICE_DAYS = 400

/** Whether a device has signed in to an account before. */
export async function isKnownDevice(db: Database, idHash: string, accountId: string): Promise<boolean> {
  return (await db('devices').where({ id_hash: idHash, account_id: accountId }).first('account_id')) !== undefined
}

/** Notes that a device has signed in to an account, and forgets those that were not here for long. */
export async function noteDevice(db: Database, idHash: string, accountId: string, now: Date): Promise<void> {
  await db('devices')
    .insert({ id_hash: idHash, account_id: accountId, last_at: now })
    .onConflict(['id_hash', 'account_id'])
    .merge()
  await db('devices').where('last_at', '<', subDays(now, DEVICE_DAYS)).delete()
}
