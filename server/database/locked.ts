import type { Knex } from 'knex'

const WAIT_SECONDS = 120

/**
 * Does work that only one may do at a time, over all processes that use the database. The lock is MariaDB's own and
 * ends with its connection, however that ends: nobody who was killed holds it up.
 *
 * @throws where another holds it for two minutes
 */
export function locked<R>(db: Knex, name: string, work: () => Promise<R>): Promise<R> {
  // Within this process they stand in line without a connection each: those are for whoever's turn it is.
  const turn = (lines.get(name) ?? Promise.resolve()).then(() => alone(db, name, work))
  const over = turn.then(
    () => {},
    () => {},
  )
  lines.set(name, over)
  return turn
}

const lines = new Map<string, Promise<void>>()

async function alone<R>(db: Knex, name: string, work: () => Promise<R>): Promise<R> {
  const connection: unknown = await db.client.acquireConnection()
  const ask = async (sql: string) => {
    const [[row]]: [[{ got: number | null }]] = await db.raw(sql, [name]).connection(connection)
    return row.got
  }
  try {
    if ((await ask(`select get_lock(?, ${WAIT_SECONDS}) as got`)) !== 1)
      throw new Error('Another is at it, and has not ended for two minutes: try again later.')
    return await work()
  } finally {
    await ask('select release_lock(?) as got').catch(() => null)
    await db.client.releaseConnection(connection)
  }
}
