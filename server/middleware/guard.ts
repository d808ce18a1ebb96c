import { entryAt } from '../../core/entries'
import type { H3Event } from 'h3'
import type { Account } from '../../core/contract/account'
import type { Route } from '../../core/contract/route'
import { routeFor } from '../../core/contract/routes'
import { database } from '../database/database'
import { meetingLine } from '../database/meetings'
import type { OpenScreen } from '../database/screenPasses'
import type { OpenSession } from '../database/sessions'
import { whileAway } from '../database/trying'
import { refusal } from '../http/refuse'
import { refusalOf } from '../http/refusalOf'
import { loads } from '../observed/loads'
import { mayAskOf } from '../session/helperMeetings'
import { carriedScreen } from '../session/screen'
import { sessionOf } from '../session/session'
import { countWriting } from '../session/writing'

declare module 'h3' {
  interface H3EventContext {
    /** Whoever is signed in, as the database has them at this request; left out: nobody. */
    signedIn?: OpenSession
    /** The screen that came in by a code, where a route is for such; left out: none, or nobody asked. */
    screen?: OpenScreen
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
  const refused = (error: unknown) => {
    throw refusalOf({ method: event.method, path: route?.path ?? '/api/unknown' }, error)
  }
  const session = route?.may === 'screen' ? null : await whileAway(() => sessionOf(event, database())).catch(refused)
  if (route && session === null && (route.may === 'screen' || route.alsoScreens)) {
    const screen = await whileAway(() => carriedScreen(event, database())).catch(refused)
    if (screen === null && route.may === 'screen')
      throw refusal(401, 'no-code', 'This screen came in by no code that stands.')
    if (screen !== null) {
      event.context.screen = screen
      return
    }
  }
  if (!session) throw refusal(401, 'sign-in', 'Please sign in.')
  if (!route) throw refusal(404, 'not-found', 'There is nothing here with this name.')
  if (route.may === 'lead' && session.account.role !== 'lead')
    throw refusal(403, 'leads-only', 'Only a lead can do this.')
  requireWithin(session)
  if (route.method !== 'GET') await countWriting(session.account.id).catch(refused)
  await requireTheseDays(route, pathname, session.account)
  event.context.signedIn = session
}

/** Of all practices of an installation one may ask so much in a minute, of each server by itself. */
function requireWithin({ account, requestsAtMost }: OpenSession): void {
  const asked = loads.ask(account.practiceId)
  if (requestsAtMost === null || asked <= requestsAtMost) return
  const words =
    'This practice asks more in a minute than it may. Wait a moment; whoever runs the server can allow more.'
  throw refusal(429, 'practice-busy', words)
}

/** A helper comes to the meetings of these days, and to those that they lead. */
async function requireTheseDays(route: Route, pathname: string, account: Account): Promise<void> {
  if (route.ofHelpers === undefined || account.role === 'lead') return
  const id = entryAt(pathname.split('/'), 3)
  const meeting = await meetingLine({ db: database(), practiceId: account.practiceId }, id)
  // One that is not there is said to be so where it is looked for.
  if (meeting !== null && !mayAskOf(account, route, meeting, new Date()))
    throw refusal(403, 'these-days', 'A helper comes to the meetings of yesterday to tomorrow, and to those they lead.')
}
