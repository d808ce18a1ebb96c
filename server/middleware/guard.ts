import { Account } from '../../core/contract/practice'
import { routeFor } from '../../core/contract/routes'
import { refusal } from '../http/refuse'

declare module 'h3' {
  interface H3EventContext {
    /** Whoever is signed in; left out: nobody. */
    account?: Account
  }
}

const OPEN_PAGES = new Set(['/sign-in', '/set-up'])

/** Lets nobody past a route of the contract who may not call it, and nobody to a page who is not signed in. */
export default defineEventHandler(async (event) => {
  const { pathname, search } = getRequestURL(event)
  if (pathname.startsWith('/api/')) return guardRoute(event, pathname)
  const isPage = getRequestHeader(event, 'accept')?.includes('text/html') ?? false
  if (!isPage || OPEN_PAGES.has(pathname) || pathname.startsWith('/_nuxt/')) return
  if (!(await signedIn(event))) return sendRedirect(event, `/sign-in?to=${encodeURIComponent(pathname + search)}`)
})

type H3Event = Parameters<Parameters<typeof defineEventHandler>[0]>[0]

/** The session's own route is nuxt-auth-utils'; every other one stands in the contract. */
const SESSION_ROUTE = '/api/_auth/session'

async function guardRoute(event: H3Event, pathname: string): Promise<void> {
  const route = routeFor(event.method, pathname)
  if (route?.may === 'anybody' || pathname === SESSION_ROUTE) return
  const account = await signedIn(event)
  if (!account) throw refusal(401, 'sign-in', 'Please sign in.')
  if (!route) throw refusal(404, 'not-found', 'There is nothing here with this name.')
  if (route.may === 'lead' && account.role !== 'lead') throw refusal(403, 'leads-only', 'Only a lead can do this.')
  event.context.account = account
}

async function signedIn(event: H3Event): Promise<Account | null> {
  const { user } = await getUserSession(event)
  return Account.safeParse(user).data ?? null
}
