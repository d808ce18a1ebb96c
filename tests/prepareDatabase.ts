import { rmSync } from 'node:fs'
import { startDatabase, stopDatabase } from '../bin/database.mjs'
import { connect, databaseFromEnvironment } from '../server/database/connection'
import { DEMO_FILE, fillWithDemo, OWN_DATABASE, TEST_DATA } from './demoData'

/** The projects of one run each ask for this; the first one does it. */
const DONE = 'CIRCLE_TEST_DATABASE'

/** Writes the demo into one file, which every test file then reads in a second, and stops the database at the end. */
export default async function prepareDatabase(): Promise<() => Promise<void>> {
  if (!process.env[DONE]) {
    process.env[DONE] = 'prepared'
    await stopDatabase(TEST_DATA)
    await writeDemo()
  }
  return () => stopDatabase(TEST_DATA)
}

async function writeDemo(): Promise<void> {
  rmSync(DEMO_FILE, { force: true })
  const database = await startDatabase(TEST_DATA, OWN_DATABASE)
  database.empty()
  const db = connect(databaseFromEnvironment({ ...process.env, ...database.ownersEnvironment }))
  await fillWithDemo(db)
  await db.destroy()
  database.dump(DEMO_FILE)
  database.drop()
}
