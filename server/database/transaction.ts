import type { Knex } from 'knex'
import type { Database } from './rows'
import { Trying } from './trying'

/** How many transactions this server has tried since it began, and how long they took together. */
export const transactions = { count: 0, seconds: 0 }

/**
 * Does work in one transaction, and once more where another stood in its way, on this server of the database or on
 * another, or the line went before it was kept: for some seconds, after short waits of chance. Within a transaction it
 * is a part of that one, which alone can be done again.
 *
 * The work must do nothing but speak to the database: it may be done several times.
 *
 * @param isSameTwice whether it may be done again also where it may have been kept: what bears ids of its own may
 * @throws whatever the work throws; a line that went while it was kept is not tried again otherwise, since nobody knows
 */
export async function inTransaction<R>(
  db: Database,
  work: (trx: Knex.Transaction) => Promise<R>,
  { isSameTwice = false } = {},
): Promise<R> {
  if (db.isTransaction) return db.transaction(work)
  const trying = new Trying()
  for (;;) {
    let isDone = false
    const once = async (trx: Knex.Transaction) => {
      const result = await work(trx)
      isDone = true
      return result
    }
    try {
      return await timed(() => db.transaction(once))
    } catch (error) {
      await trying.again(error, isDone && !isSameTwice)
    }
  }
}

async function timed<R>(work: () => Promise<R>): Promise<R> {
  const began = performance.now()
  try {
    return await work()
  } finally {
    transactions.count += 1
    transactions.seconds += (performance.now() - began) / 1000
  }
}

/** What whole rows can be held of, by a count in each of them. */
type Held = 'accounts' | 'circles' | 'meetings' | 'participants' | 'practices' | 'series' | 'shelf_plans'

/**
 * Holds a row until the transaction ends: whoever else holds it comes before or after. It is written for that, since
 * what is only locked is locked on one server of a cluster and on no other.
 *
 * @returns its place among all that held it; undefined: there is no such row
 */
export async function hold(
  trx: Database,
  table: Held,
  row: Record<string, string | null>,
): Promise<number | undefined> {
  if ((await trx(table).where(row).increment('turn', 1)) === 0) return undefined
  const held = await trx(table).where(row).first<{ turn: number } | undefined>('turn')
  return held && Number(held.turn)
}
