import { createConnection } from 'mysql2/promise'

/** Stands in for the server's own thread: writes a row in a transaction, and never comes to its end. */
export default async function work({ input: { connection, practiceId } }) {
  const db = await createConnection(connection)
  await db.beginTransaction()
  await db.query('update practices set name = ? where id = ?', ['Written by a thread that was ended', practiceId])
  for (;;);
}
