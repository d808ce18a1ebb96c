import { spawnSync } from 'node:child_process'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startDatabase } from '../../bin/database.mjs'
import { root } from '../../bin/programs.mjs'
import { connect, databaseFromEnvironment } from '../../server/database/connection'
import { migrate, MIGRATION_NAMES } from '../../server/database/migrate'
import type { Database } from '../../server/database/rows'
import { TABLES } from '../../server/database/tables'
import { fillAsAtFirst } from '../asAtFirst'
import { OWN_DATABASE, TEST_DATA } from '../demoData'
import { isLong } from './long'

/**
 * A migration that is killed, at every statement or at some of them, is simply done again: nothing is lost or stuck.
 */
const STEP = isLong ? 1 : 20

let database: Awaited<ReturnType<typeof startDatabase>>
let db: ReturnType<typeof connect>
beforeAll(async () => {
  database = await startDatabase(TEST_DATA, OWN_DATABASE)
  db = connect(databaseFromEnvironment({ ...process.env, ...database.ownersEnvironment }))
})
afterAll(async () => {
  await db.destroy()
  database.drop()
})

/** All that is stored, and the shape of every table. */
async function all(of: Database) {
  return Object.fromEntries(
    await Promise.all(
      TABLES.map(async (table) => {
        const [[made]] = (await of.raw(`show create table ${table}`)) as [[{ 'Create Table': string }]]
        return [table, [made['Create Table'], await of(table)]] as const
      }),
    ),
  )
}

async function asAtFirst(): Promise<void> {
  database.empty()
  await migrate(db, MIGRATION_NAMES[0])
  await fillAsAtFirst(db)
}

describe('a migration that is killed', () => {
  it('is done again by the next start, whatever it had done', async () => {
    await asAtFirst()
    await migrate(db)
    const wanted = await all(db)
    let killed = 0
    for (let at = 1; ; at += STEP) {
      await asAtFirst()
      const env = { ...process.env, ...database.ownersEnvironment }
      const run = spawnSync(process.execPath, ['--import', 'tsx', 'tests/migrating.ts', String(at)], { cwd: root, env })
      if (run.signal === null) {
        expect(run.status).toBe(0)
        break
      }
      killed += 1
      await migrate(db)
      expect(await all(db)).toEqual(wanted)
    }
    console.log(`killed ${killed} times: nothing lost, nothing stuck`)
    expect(killed).toBeGreaterThan(5)
  })
})
