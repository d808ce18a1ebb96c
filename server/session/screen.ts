import { deleteCookie, getCookie, setCookie, type H3Event } from 'h3'
import type { Database } from '../database/rows'
import { screenOf, type OpenScreen } from '../database/screenPasses'

/** What a screen carries that came in by a code: it opens one meeting, to be looked at, for as long as it lasts. */
const nameOf = (isHttps: boolean) => (isHttps ? '__Host-circle-screen' : 'circle-screen')
/** The server ends it with the class; the browser forgets it after a day. */
const SECONDS = 24 * 60 * 60

/** The screen that a request comes from; null: none that may look. */
export async function carriedScreen(event: H3Event, db: Database): Promise<OpenScreen | null> {
  const carried = getCookie(event, nameOf(useRuntimeConfig(event).https))
  return carried === undefined ? null : screenOf(db, carried)
}

/** Lets a browser carry what opens a meeting to it. */
export function markScreen(event: H3Event, carried: string): void {
  const { https } = useRuntimeConfig(event)
  setCookie(event, nameOf(https), carried, {
    ...{ httpOnly: true, sameSite: 'strict', secure: https, path: '/', maxAge: SECONDS },
  })
}

/** Takes it away again. */
export function unmarkScreen(event: H3Event): void {
  const { https } = useRuntimeConfig(event)
  deleteCookie(event, nameOf(https), { path: '/', secure: https })
}
