import { setTimeout as wait } from 'node:timers/promises'
import { sequencesOf } from '../database/order'
import type { Database } from '../database/rows'
import { endedAmong } from '../database/sessions'
import { cameTo, followedMeetings } from './following'
import { lines } from './lines'

/** So long after it was said elsewhere something is heard here, at most, and a screen that was ended elsewhere ends. */
const WORDS_MS = 250
const ENDS_MS = 1_000

/**
 * Listens to what other servers of the application do, through the database that they share: what is said in meetings
 * that screens follow here, and which of those screens may not follow any more. Each meeting counts its words while
 * nobody else speaks in it, so a count that grew is all there is to look at, and none is passed over.
 *
 * @returns ends it
 */
export function hearOthers(db: Database): () => void {
  const ending = new AbortController()
  const again = async (everyMs: number, look: () => Promise<void>) => {
    while (!ending.signal.aborted) {
      await wait(everyMs, undefined, { signal: ending.signal, ref: false }).catch(() => undefined)
      // A database that is away for a moment: what was missed is heard the next time.
      await look().catch(() => undefined)
    }
  }
  void again(WORDS_MS, async () => {
    for (const { id, sequence } of await sequencesOf(db, followedMeetings())) cameTo(id, sequence)
  })
  void again(ENDS_MS, async () => lines.cut(await endedAmong(db, lines.sessions())))
  return () => ending.abort()
}
