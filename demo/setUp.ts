import { rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { valueIn } from '../core/entries'
import { hasPractice } from '../server/database/accounts'
import { connect, databaseFromEnvironment } from '../server/database/connection'
import { migrate, NewerData, standingOf } from '../server/database/migrate'
import { eraseAgain, forgetErased } from '../server/services/erased'
import { removeHalfDone } from '../server/database/practices'
import { TABLES } from '../server/database/tables'

/**
 * Brings the database to its newest shape and, as asked, puts the demo in: `--demo-when-empty`, `--empty`,
 * `--reset-demo`; the sign-ins of the demo have the password CIRCLE_DEMO_PASSWORD. With `--copy-first` data whose shape
 * would change are left alone, and whoever began this is told the steps that wait. `--standing` only says, as JSON,
 * what was done to it and what is to be done.
 */
const [, , wish, ...more] = process.argv
const signInFile = join(process.env.CIRCLE_DATA ?? '.data', 'demo-sign-in.txt')
const config = databaseFromEnvironment()
const db = connect(config)
try {
  if (wish === '--standing') console.log(JSON.stringify(await standingOf(db, config)))
  else if (!more.includes('--copy-first') || !(await waitsForCopy())) await setUp()
} catch (error) {
  // What the person at the keyboard can do something about is said without where in the code it was found.
  console.error(error instanceof Error && !(error instanceof NewerData) ? error.stack : messageOf(error))
  process.exitCode = 1
} finally {
  await db.destroy()
}

function messageOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error)
}

async function waitsForCopy(): Promise<boolean> {
  const { applied, pending } = await standingOf(db, config)
  const waits = applied.length > 0 && pending.length > 0
  if (waits) process.send?.({ pending })
  return waits
}

async function setUp(): Promise<void> {
  const applied = await migrate(db)
  if (applied.length > 0) console.log(`· Database brought up to date (${applied.join(', ')}).`)
  const halfDone = await removeHalfDone(db)
  if (halfDone > 0) console.log(`· ${halfDone} practices that were only half here are gone.`)
  const again = await eraseAgain(db, process.env.CIRCLE_DATA ?? '')
  if (again > 0) console.log(`· ${again} who had been erased came back with what was restored: erased again.`)
  if (wish === '--reset-demo') await clear()
  if (wish !== '--empty' && !(await hasPractice(db))) {
    // What makes a circle up is needed once.
    const { seedDemo } = await import('./seed')
    const words = await seedDemo(db, new Date(), valueIn(process.env, 'CIRCLE_DEMO_PASSWORD'))
    await forgetErased(db, process.env.CIRCLE_DATA ?? '')
    writeFileSync(signInFile, `${words}\n`, { mode: 0o600 })
    console.log(
      '· Demo scenario put in: eleven made-up people, twelve past meetings, the last to reflect on, one to prepare.',
    )
  }
}

/** Empties every table of the application, the demo's and anything else. */
async function clear(): Promise<void> {
  for (const table of TABLES.toReversed()) await db(table).delete()
  rmSync(signInFile, { force: true })
}
