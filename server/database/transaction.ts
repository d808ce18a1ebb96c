import { setTimeout as wait } from 'node:timers/promises'
import type { Knex } from 'knex'
import type { Database } from './rows'

const TRIES = 5
const FIRST_WAIT_MS = 15

/** Two that stood in each other's way: MariaDB has taken back one of them whole. */
const IN_THE_WAY = new Set([1213, 1205, 1020])
/** The line went: nothing of what was not yet kept is there. */
const LINE_LOST = new Set(['PROTOCOL_CONNECTION_LOST', 'ECONNRESET', 'ECONNREFUSED', 'EPIPE', 'ETIMEDOUT'])

/**
 * Does work in one transaction, and once more where another stood in its way or the line went before it was kept: five
 * times at most, after short waits of chance. Within a transaction it is a part of that one, which alone can be done
 * again.
 *
 * The work must do nothing but speak to the database: it may be done several times.
 *
 * @throws whatever the work throws; a line that went while it was kept is not tried again, since nobody knows
 */
export async function inTransaction<R>(db: Database, work: (trx: Knex.Transaction) => Promise<R>): Promise<R> {
  if (db.isTransaction) return db.transaction(work)
  for (let tries = 1; ; tries += 1) {
    let isDone = false
    try {
      return await db.transaction(async (trx) => {
        const result = await work(trx)
        isDone = true
        return result
      })
    } catch (error) {
      if (tries >= TRIES || !mayBeTriedAgain(error, isDone)) throw error
      await wait(FIRST_WAIT_MS * 2 ** tries * (0.5 + Math.random()))
    }
  }
}

function mayBeTriedAgain(error: unknown, isDone: boolean): boolean {
  const { errno = 0, code = '', message = '' } = error as { errno?: number; code?: string; message?: string }
  if (IN_THE_WAY.has(errno)) return true
  return !isDone && (LINE_LOST.has(code) || message.includes('connection is in closed state'))
}
