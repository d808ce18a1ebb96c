import { refusal } from '../http/refuse'

/** So many screens follow at once, all classes together; a town's worth of them is less. */
const LINES_AT_MOST = 500
/** A screen that has not taken so much of what was said is gone, or asleep. */
const WAITING_AT_MOST = 200

/** What a screen is told through: `push` is done once it has left. */
interface Line<M> {
  push: (message: M) => Promise<void>
  close: () => Promise<void>
}

/** The lines that are open, and whose session each of them is of. */
export class Lines {
  private readonly open = new Set<{ session: string; close: () => unknown }>()
  constructor(private readonly atMost = LINES_AT_MOST) {}

  /**
   * Counts one more in.
   *
   * @param session the id of the session that it is of
   * @param close ends it, where the session does
   * @returns counts it out again
   * @throws 503 where too many are open
   */
  take(session: string, close: () => unknown): () => void {
    if (this.open.size >= this.atMost)
      throw refusal(503, 'busy', 'Too many screens follow at once: close some of them.')
    const line = { session, close }
    this.open.add(line)
    return () => void this.open.delete(line)
  }

  /** Of which sessions and screens some are open. */
  sessions(): string[] {
    return [...new Set([...this.open].map(({ session }) => session))]
  }

  /** How many are open. */
  get count(): number {
    return this.open.size
  }

  /** Closes the lines of sessions that are over. */
  cut(sessions: readonly string[]): void {
    for (const line of [...this.open]) if (sessions.includes(line.session)) line.close()
  }
}

/** Those of this server. */
export const lines = new Lines()

/**
 * Tells through a line as much as waits to leave, and no more: one that does not take it is closed, and comes back by
 * itself from what it heard last.
 */
export function telling<M>(line: Line<M>, waitingAtMost = WAITING_AT_MOST): (message: M) => void {
  let waiting = 0
  return (message) => {
    if (waiting >= waitingAtMost) return void line.close()
    waiting += 1
    // A line that was closed meanwhile takes nothing: who was there asks again.
    line.push(message).then(
      () => (waiting -= 1),
      () => (waiting -= 1),
    )
  }
}
