import { randomUUID } from 'node:crypto'
import { subDays } from 'date-fns'
import type { Account } from '../../core/contract/account'
import type { Session } from '../../core/contract/access'
import { endOf, plainEndOf } from '../session/lifetime'
import { accountOf, type AccountRow } from './accounts'
import { classesAround } from './classHours'
import { isoOf, NotFound, type Database } from './rows'
import { hold, inTransaction } from './transaction'

/** Somebody's session as it was found: who they are stands in their account, and nowhere else. */
export interface OpenSession {
  id: string
  account: Account
  /** How much their practice may ask in a minute; null: as much as it likes. */
  requestsAtMost: number | null
}

interface SessionRow extends AccountRow {
  session_id: string
  made_at: string
  seen_at: string
  requests_at_most: number | null
}

/** That somebody was here is written down again after so long. */
const SEEN_AGAIN_MS = 60_000
/** What the browser has forgotten long since is swept. */
const SWEPT_AFTER_DAYS = 40

/**
 * Makes a session, where the password that was shown is still the account's: whoever changes it meanwhile ends this one
 * too.
 *
 * @param session what the browser carries, hashed; what it runs on; the hash of the password that was shown
 * @returns its id; null where the account has another password by now, or is gone
 */
export function makeSession(
  db: Database,
  account: Pick<Account, 'id'>,
  { idHash, on, passwordHash }: { idHash: string; on: string; passwordHash: string },
  now = new Date(),
): Promise<string | null> {
  return inTransaction(db, async (trx) => {
    const same = { id: account.id, password_hash: passwordHash, removed_at: null }
    if ((await hold(trx, 'accounts', same)) === undefined) return null
    const id = randomUUID()
    await trx('sessions').insert({
      ...{ id, id_hash: idHash, account_id: account.id, on_what: on.slice(0, 80), made_at: now, seen_at: now },
    })
    await trx('sessions').where('made_at', '<', subDays(now, SWEPT_AFTER_DAYS)).delete()
    return id
  })
}

/** The session that a browser carries; null: there is none, or it is over. */
export async function openSession(db: Database, idHash: string, now = new Date()): Promise<OpenSession | null> {
  const row = await sessionRow(db, { id_hash: idHash })
  if (!row || !(await isOpen(db, row, now))) return null
  if (now.getTime() - momentOf(row.seen_at).getTime() > SEEN_AGAIN_MS)
    await db('sessions').where({ id: row.session_id }).update({ seen_at: now })
  return { id: row.session_id, account: accountOf(row), requestsAtMost: row.requests_at_most }
}

/** Whether a session is still open; that it is asked does not keep it so. */
export async function isSessionOpen(db: Database, id: string, now = new Date()): Promise<boolean> {
  const row = await sessionRow(db, { id })
  return row !== undefined && (await isOpen(db, row, now))
}

/** Which of these sessions and screens are over: signed out or ended, here or by another server. */
export async function endedAmong(db: Database, ids: readonly string[]): Promise<string[]> {
  if (ids.length === 0) return []
  const [sessions, screens] = await Promise.all([
    db('sessions').whereIn('id', ids).pluck<string[]>('id'),
    db('screens as s')
      .join('screen_passes as p', 'p.id', 's.pass_id')
      .whereIn('s.id', ids)
      .where({ 'p.ended_at': null })
      .pluck<string[]>('s.id'),
  ])
  const open = new Set([...sessions, ...screens])
  return ids.filter((id) => !open.has(id))
}

function sessionRow(db: Database, by: { id: string } | { id_hash: string }): Promise<SessionRow | undefined> {
  return db('sessions as s')
    .join('accounts as a', 'a.id', 's.account_id')
    .join('practices as p', 'p.id', 'a.practice_id')
    .where(Object.fromEntries(Object.entries(by).map(([name, value]) => [`s.${name}`, value])))
    .where('p.state', 'open')
    .whereNull('a.removed_at')
    .first<SessionRow | undefined>(
      'a.*',
      'p.name as practice_name',
      's.id as session_id',
      'p.requests_at_most',
      's.made_at',
      's.seen_at',
    )
}

async function isOpen(db: Database, row: SessionRow, now: Date): Promise<boolean> {
  const session = { role: row.role, madeAt: momentOf(row.made_at), seenAt: momentOf(row.seen_at) }
  if (now < plainEndOf(session)) return true
  if (now < endOf(session, await classesAround(db, row.practice_id, now))) return true
  await db('sessions').where({ id: row.session_id }).delete()
  return false
}

/** Where an account is signed in, the newest first. */
export async function sessionsOf(db: Database, accountId: string, own: string): Promise<Session[]> {
  const rows = await db('sessions')
    .where({ account_id: accountId })
    .orderBy('seen_at', 'desc')
    .select('id', 'on_what', 'made_at', 'seen_at')
  return rows.map((row) => ({
    id: row.id,
    on: row.on_what,
    madeAt: isoOf(row.made_at),
    seenAt: isoOf(row.seen_at),
    isThis: row.id === own,
  }))
}

/**
 * Ends one session of an account.
 *
 * @throws {NotFound} where it has no such one
 */
export async function endOneSession(db: Database, accountId: string, id: string): Promise<void> {
  if ((await db('sessions').where({ id, account_id: accountId }).delete()) === 0)
    throw new NotFound('This session is over already.')
}

/** Ends all sessions of an account, or all but one; the ids of those that were ended. */
export async function endSessionsOf(db: Database, accountId: string, but?: string): Promise<string[]> {
  const rows = await db('sessions').where({ account_id: accountId }).select<{ id: string }[]>('id')
  const ids = rows.map(({ id }) => id).filter((id) => id !== but)
  await db('sessions').whereIn('id', ids).delete()
  return ids
}

function momentOf(sqlTime: string): Date {
  return new Date(isoOf(sqlTime))
}
