import type { H3Event } from 'h3'
import { Account } from '../database/accounts'
import { database } from '../database/database'
import { NotFound, OlderVersion, type Database } from '../database/rows'
import { refusal } from './refuse'

interface Signed {
  event: H3Event
  db: Database
  account: Account
  practiceId: string
}

/** A route for everybody who is signed in. */
export function accountRoute<T>(handle: (signed: Signed) => Promise<T>) {
  return defineEventHandler(async (event) => {
    const account = await accountOf(event)
    return answered(() => handle({ event, db: database(), account, practiceId: account.practiceId }))
  })
}

/** A route for leads only; a helper is told so. */
export function leadRoute<T>(handle: (signed: Signed) => Promise<T>) {
  return accountRoute((signed) => {
    if (signed.account.role !== 'lead') throw refusal(403, 'leads-only', 'Only a lead can do this.')
    return handle(signed)
  })
}

/** A route that needs no sign-in: the health check, signing in, and setting up the first practice. */
export function openRoute<T>(handle: (open: { event: H3Event; db: Database }) => Promise<T>) {
  return defineEventHandler((event) => answered(() => handle({ event, db: database() })))
}

async function accountOf(event: H3Event): Promise<Account> {
  const session = await getUserSession(event)
  const account = Account.safeParse(session.user)
  if (!account.success) throw refusal(401, 'sign-in', 'Please sign in.')
  return account.data
}

async function answered<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof NotFound) throw refusal(404, 'not-found', error.message)
    if (error instanceof OlderVersion) throw refusal(409, 'older-version', error.message, {}, error.current)
    throw error
  }
}
