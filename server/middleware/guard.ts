import type { H3Event } from 'h3'
import type { Route } from '../../core/contract/route'
import { routeFor } from '../../core/contract/routes'
import { database } from '../database/database'
import type { OpenSession } from '../database/sessions'
import { refusal } from '../http/refuse'
import { refusalOf } from '../http/refusalOf'
import { sessionOf } from '../session/session'

declare module 'h3' {
  interface H3EventContext {
    /** Whoever is signed in, as the database has them at this request; left out: nobody. */
    signedIn?: OpenSession
  }
}

/** Lets nobody past a route of the contract who may not call it; pages are the same for all, and ask who is there. */
export default defineEventHandler(async (event) => {
  const { pathname } = getRequestURL(event)
  if (pathname.startsWith('/api/')) return guardRoute(event, pathname)
})

async function guardRoute(event: H3Event, pathname: string): Promise<void> {
  const route = routeFor(event.method, pathname)
  if (route?.may === 'anybody') return
  const session = await sessionOf(event, database()).catch((error: unknown) => {
    throw refusalOf({ method: event.method as Route['method'], path: pathname as Route['path'] }, error)
  })
  if (!session) throw refusal(401, 'sign-in', 'Please sign in.')
  if (!route) throw refusal(404, 'not-found', 'There is nothing here with this name.')
  if (route.may === 'lead' && session.account.role !== 'lead')
    throw refusal(403, 'leads-only', 'Only a lead can do this.')
  event.context.signedIn = session
}
