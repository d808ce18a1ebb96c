import { subMinutes } from 'date-fns'
import { ACCESS_LOG_PAGE, AccessDeed, type AccessEntry } from '../../core/contract/access'
import { isoOf, type Database, type Scope } from './rows'

/** Who guesses by the thousand is noted once in so long: the log must not be filled by them. */
const SAME_WAIT_MINUTES = 10

/** What happened to access. */
export interface Accessed {
  did: AccessDeed
  /** Null: it is nobody's, as where an address has no account. */
  practiceId: string | null
  accountId: string | null
  /** Whom or what it was done to. */
  about?: string
  /** Where the request came from. */
  address: string
}

/**
 * Notes what happened to access; nothing here is ever changed. That somebody was made to wait is noted once a while.
 */
export async function noteAccess(
  db: Database,
  { did, practiceId, accountId, about = '', address }: Accessed,
): Promise<void> {
  const row = { practice_id: practiceId, account_id: accountId, did, about: about.slice(0, 190) }
  if (did === 'was made to wait') {
    const since = subMinutes(new Date(), SAME_WAIT_MINUTES)
    if (await db('access_log').where(row).where('at', '>', since).first('id')) return
  }
  await db('access_log').insert({ ...row, address: address.slice(0, 60), at: new Date() })
}

/**
 * The log of a practice, newest first.
 *
 * @param before an entry's number: those before it
 */
export async function accessLogOf({ db, practiceId }: Scope, before?: number): Promise<AccessEntry[]> {
  const query = db('access_log as l')
    .leftJoin('accounts as a', 'a.id', 'l.account_id')
    .where('l.practice_id', practiceId)
    .orderBy('l.id', 'desc')
    .limit(ACCESS_LOG_PAGE)
  if (before !== undefined) query.where('l.id', '<', before)
  const rows = await query.select('l.id', 'l.at', 'l.did', 'l.about', 'l.address', 'a.name as who')
  return rows.map((row) => ({
    id: Number(row.id),
    at: isoOf(row.at),
    who: row.who ?? '',
    did: AccessDeed.parse(row.did),
    about: row.about,
    from: row.address,
  }))
}
