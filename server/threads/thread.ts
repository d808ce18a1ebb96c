import { isError } from 'h3'
import { connect, databaseFromEnvironment } from '../database/connection'
import { TASKS, type TaskName } from './tasks'
import type { Done, Handed } from './handed'

/** A thread works on one thing at a time; a transaction and what is read beside it need no more lines. */
const LINES = 3

const db = connect(databaseFromEnvironment(), LINES)

/** Does one task, in a thread of its own: see `inThread.ts`. What is refused comes back as what it says. */
export default async function work({ name, acting, input }: Handed): Promise<Done> {
  try {
    const run = TASKS[name as TaskName] as (acting: object, input: unknown) => Promise<Uint8Array>
    return { bytes: await run({ ...acting, db }, input) }
  } catch (error) {
    if (!isError(error)) throw error
    const { statusCode, statusMessage, message, data } = error
    return { refused: { statusCode, statusMessage, message, data } }
  }
}
