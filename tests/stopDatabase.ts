import { join } from 'node:path'
import { startDatabase } from '../bin/database.mjs'
import { root } from '../bin/programs.mjs'

/** One database instance serves all test files and is stopped after them. */
export default async function stopDatabase(): Promise<() => Promise<void>> {
  const database = await startDatabase(join(root, '.data-test'))
  return () => database.stop()
}
