import { entryAt } from '../../core/entries'
import type { H3Event } from 'h3'
import { routeFor } from '../../core/contract/routes'
import { calledBy, isOwnHost } from '../http/ownHost'
import { refusal } from '../http/refuse'

/** Bodies that any page may send anywhere without asking: none of them is ever read here. */
const SIMPLE_TYPES = new Set(['', 'text/plain', 'multipart/form-data', 'application/x-www-form-urlencoded'])
const YEAR_SECONDS = 365 * 24 * 60 * 60

/**
 * Takes only what this application's own pages send, by a name that is this server's, in a form that says what it is.
 */
export default defineEventHandler((event) => {
  const { https, hosts } = useRuntimeConfig(event)
  if (https) setResponseHeader(event, 'strict-transport-security', `max-age=${YEAR_SECONDS}`)
  const host = getRequestHeader(event, 'host') ?? ''
  const name = calledBy(host)
  // By another name a page of somebody else's could reach it as if it were its own.
  if (!isOwnHost(name) && !hosts.split(',').includes(name))
    throw refusal(421, 'not-this-host', 'This server is not called that: use the address that the start window prints.')
  if (!event.path.startsWith('/api/')) return
  const isReading = event.method === 'GET' || event.method === 'HEAD'
  const fromPage = getRequestHeader(event, 'sec-fetch-site')
  const isNavigation = isReading && getRequestHeader(event, 'sec-fetch-mode') === 'navigate'
  const isOwn = fromPage === undefined ? isOwnOrigin(event, host) : fromPage === 'same-origin' || fromPage === 'none'
  if (!isOwn && !isNavigation)
    throw refusal(403, 'not-from-here', 'This was sent by a page of somewhere else, and is not taken.')
  if (!isReading) requireType(event)
})

/** Browsers that do not say where a request comes from say it of those that change something, by their origin. */
function isOwnOrigin(event: H3Event, host: string): boolean {
  const origin = getRequestHeader(event, 'origin')
  return origin === undefined || origin.replace(/^https?:\/\//, '') === host
}

function requireType(event: H3Event): void {
  const hasBody =
    Number(getRequestHeader(event, 'content-length') ?? 0) > 0 || getRequestHeader(event, 'transfer-encoding')
  if (!hasBody) return
  const type = entryAt((getRequestHeader(event, 'content-type') ?? '').split(';'), 0)
    .trim()
    .toLowerCase()
  const isJson = routeFor(event.method, getRequestURL(event).pathname)?.body !== undefined
  if (isJson ? type !== 'application/json' : SIMPLE_TYPES.has(type))
    throw refusal(415, 'wrong-type', `This is sent as ${isJson ? 'application/json' : 'a file with its type'}.`)
}
