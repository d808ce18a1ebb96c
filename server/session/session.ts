import { createHash, randomBytes } from 'node:crypto'
import { deleteCookie, getCookie, getRequestHeader, setCookie, type H3Event } from 'h3'
import type { Account } from '../../core/contract/account'
import { endOneSession, makeSession, openSession, type OpenSession } from '../database/sessions'
import { NotFound, type Database } from '../database/rows'
import { lines } from '../live/lines'
import { browserWords } from './browserWords'
import { COOKIE_SECONDS } from './lifetime'

/**
 * What a browser carries: 256 bits of chance, and nothing else; the database has its hash. Over https by a name that a
 * browser takes only from this very host, on no other port's and no parent's word.
 */
const nameOf = (isHttps: boolean) => (isHttps ? '__Host-circle' : 'circle')

/**
 * Signs somebody in: a new session in place of the one that the browser carried.
 *
 * @param passwordHash that of the password that was shown
 * @returns whether it could be made: the password may be another one by now
 */
export async function beginSession(
  event: H3Event,
  db: Database,
  account: Account,
  passwordHash: string,
): Promise<boolean> {
  await endRow(event, db)
  const carried = randomBytes(32).toString('base64url')
  const on = browserWords(getRequestHeader(event, 'user-agent') ?? '')
  const id = await makeSession(db, account, { idHash: hashOf(carried), on, passwordHash })
  if (id === null) return false
  const { https } = useRuntimeConfig(event)
  setCookie(event, nameOf(https), carried, {
    ...{ httpOnly: true, sameSite: 'strict', secure: https, path: '/', maxAge: COOKIE_SECONDS },
  })
  return true
}

/** Whether a request carries anything that could be a session. */
export function carriesSession(event: H3Event): boolean {
  return getCookie(event, nameOf(useRuntimeConfig(event).https)) !== undefined
}

/** The session that a request carries; null: none that is open. Nothing is given to a stranger. */
export async function sessionOf(event: H3Event, db: Database): Promise<OpenSession | null> {
  const carried = getCookie(event, nameOf(useRuntimeConfig(event).https))
  return carried === undefined ? null : openSession(db, hashOf(carried))
}

/** Ends what a browser carries, with its lines, and takes it away from it. */
export async function endCarried(event: H3Event, db: Database): Promise<void> {
  await endRow(event, db)
  const { https } = useRuntimeConfig(event)
  if (getCookie(event, nameOf(https)) !== undefined) deleteCookie(event, nameOf(https), { path: '/', secure: https })
}

async function endRow(event: H3Event, db: Database): Promise<void> {
  const session = await sessionOf(event, db)
  if (!session) return
  // Ended by somebody else in the same moment is ended.
  await endOneSession(db, session.account.id, session.id).catch((error) => {
    if (!(error instanceof NotFound)) throw error
  })
  lines.cut([session.id])
}

function hashOf(carried: string): string {
  return createHash('sha256').update(carried).digest('hex')
}
