import type { H3Event } from 'h3'
import type { Account } from '../../core/contract/account'
import type { AnswerOf, BodyOf, ParamsOf, QueryOf, Route } from '../../core/contract/route'
import { database } from '../database/database'
import { noteHealth } from '../database/healthLog'
import type { Acting, Database } from '../database/rows'
import { whileAway } from '../database/trying'
import type { OpenScreen } from '../database/screenPasses'
import { readJson } from './readBody'
import { Ready } from './ready'
import { accessed } from '../session/accessed'
import { refusalOf } from './refusalOf'
import { fieldMessages, notValid, refusal } from './refuse'

/** What every handler gets: the request as the contract has it, parsed. */
interface Parsed<R extends Route> {
  event: H3Event
  params: ParamsOf<R>
  query: QueryOf<R>
  body: BodyOf<R>
}

/** A request of somebody who is signed in: they act within their practice. */
export interface Asked<R extends Route> extends Parsed<R> {
  account: Account
  /** The id of their session. */
  session: string
  scope: Acting
}

/** Parameters that are ids; all others are names. */
const IDS = new Set(['id', 'entry', 'guest', 'letter', 'pass', 'screening'])

/**
 * The handler of a route of the contract for those who are signed in: parses what is asked, and answers what the
 * contract
 * says and nothing else. Who may call it is settled before, by the guard.
 */
export function answer<R extends Route>(route: R, handle: (asked: Asked<R>) => Promise<AnswerOf<R> | Ready>) {
  return defineEventHandler(async (event) => {
    const { signedIn } = event.context
    if (!signedIn) throw refusal(401, 'sign-in', 'Please sign in.')
    const { account, id: session } = signedIn
    const scope: Acting = { db: database(), practiceId: account.practiceId, accountId: account.id }
    return answered(event, route, async (parsed) => {
      const reply = await handle({ ...parsed, account, session, scope })
      // A look that leads to nothing is none; a line that is held is noted by whoever holds it, as it begins.
      if (route.notes && !isHeld(route)) await noteLook(scope, route.notes, parsed.params)
      if (route.notes?.did.startsWith('took'))
        await accessed({ event, db: scope.db }, 'took data out', account, route.notes.did)
      return reply
    })
  })
}

/** The same for what says nothing of people: for those who are signed in, and for screens that came in by a code. */
export function answerLooking<R extends Route & { alsoScreens: true }>(
  route: R,
  handle: (asked: Parsed<R> & { scope: Acting }) => Promise<AnswerOf<R> | Ready>,
) {
  return defineEventHandler(async (event) => {
    const { signedIn, screen } = event.context
    const practiceId = signedIn?.account.practiceId ?? screen?.practiceId
    if (practiceId === undefined) throw refusal(401, 'sign-in', 'Please sign in.')
    const scope: Acting = { db: database(), practiceId, accountId: signedIn?.account.id ?? null }
    return answered(event, route, (parsed) => handle({ ...parsed, scope }))
  })
}

/** The same for screens that came in by a code. */
export function answerScreen<R extends Route>(
  route: R,
  handle: (asked: Parsed<R> & { scope: Acting; screen: OpenScreen }) => Promise<AnswerOf<R> | Ready>,
) {
  return defineEventHandler(async (event) => {
    const { screen } = event.context
    if (!screen) throw refusal(401, 'no-code', 'This screen came in by no code that stands.')
    const scope: Acting = { db: database(), practiceId: screen.practiceId, accountId: null }
    return answered(event, route, (parsed) => handle({ ...parsed, scope, screen }))
  })
}

/** The same for routes that need no sign-in: the health check, signing in, and setting up the first practice. */
export function answerAnybody<R extends Route>(
  route: R,
  handle: (asked: Parsed<R> & { db: Database }) => Promise<AnswerOf<R>>,
) {
  return defineEventHandler((event) => answered(event, route, (parsed) => handle({ ...parsed, db: database() })))
}

function isHeld({ file }: Route): boolean {
  return file === 'text/event-stream'
}

/** Writes down that somebody looked, as the contract says that it is. */
export function noteLook(
  scope: Acting,
  { did, of }: NonNullable<Route['notes']>,
  params: Record<string, string>,
): Promise<void> {
  const id = params.id ?? null
  return noteHealth(scope, of === 'practice' ? {} : { [of]: id }, did)
}

async function answered<R extends Route>(
  event: H3Event,
  route: R,
  handle: (parsed: Parsed<R>) => Promise<AnswerOf<R> | Ready>,
): Promise<unknown> {
  const parsed = {
    event,
    params: paramsOf(event),
    query: queryOf(event, route),
    body: route.body ? await readJson(event, route.body, route.atMostMb) : undefined,
  } as Parsed<R>
  try {
    // What only asks is asked again while the database is away for a moment; a line that is held comes back by itself.
    const asksOnly = route.method === 'GET' && !isHeld(route)
    const reply = await (asksOnly ? whileAway(() => handle(parsed)) : handle(parsed))
    if (!(reply instanceof Ready)) return route.reply ? route.reply.parse(reply) : reply
    if (route.reply) setResponseHeader(event, 'content-type', 'application/json')
    return reply.body
  } catch (error) {
    throw refusalOf(route, error)
  }
}

/** Parameters of the path; an id that is none is simply not there. */
function paramsOf(event: H3Event): Record<string, string> {
  const params = getRouterParams(event, { decode: true })
  return Object.fromEntries(
    Object.entries(params).map(([name, value]) => {
      if (!IDS.has(name)) return [name, value]
      if (!/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(value))
        throw refusal(404, 'not-found', 'There is nothing here with this name.')
      return [name, value.toLowerCase()]
    }),
  )
}

function queryOf(event: H3Event, route: Route): unknown {
  if (!route.query) return undefined
  const parsed = route.query.safeParse(getQuery(event))
  if (!parsed.success) throw notValid(fieldMessages(parsed.error), 'This cannot be asked.')
  return parsed.data
}

/** Says what a file is and what it is called when it is kept; without a name it is shown where it is. */
export function sendsFile(
  event: H3Event,
  type: string,
  name: string,
  how: 'attachment' | 'inline' = 'attachment',
): void {
  setResponseHeaders(event, {
    'content-type': type,
    'content-disposition': `${how}; filename="${name}"`,
  })
}
