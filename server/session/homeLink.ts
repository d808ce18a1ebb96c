import type { H3Event } from 'h3'
import { openHomeLink } from '../database/homeHandouts'
import type { Database } from '../database/rows'
import { callerAddress } from './accessed'
import { attempts } from './attempts'

/**
 * Whose link is asked by: tries that open nothing are counted by where they come from.
 *
 * @throws {NotFound} where it opens nothing
 * @throws {TooManyTries}
 */
export async function openedLink(event: H3Event, db: Database, token: string): ReturnType<typeof openHomeLink> {
  const counted = await attempts().countOfAddress(`home ${callerAddress(event)}`)
  const opened = await openHomeLink(db, token)
  await counted.wasRight()
  return opened
}
