import { randomUUID } from 'node:crypto'
import { join } from 'node:path'
import type { Knex } from 'knex'
import { root } from '../bin/programs.mjs'
import { seedDemo } from '../demo/seed'
import { addAccount, addPractice } from '../server/database/accounts'
import { migrate } from '../server/database/migrate'
import { hashOf } from '../server/session/password'

export const TEST_DATA = join(root, '.data-test')
/** One instance serves all tests; each process of theirs has a database of its own in it. */
export const OWN_DATABASE = { name: `circle_${process.pid}`, isThrownAway: true }
/** The demo as one file of SQL: made once a run, read by every test file. */
export const DEMO_FILE = join(TEST_DATA, 'demo.sql')
export const LEAD = 'marit@ferngate.example'
export const HELPER = 'tomas@ferngate.example'
export const STRANGER = 'someone@elsewhere.example'
export const PASSWORD = 'unhurried-demo'

/** Makes the tables, the demo, and a second practice whose people must never be seen by the first. */
export async function fillWithDemo(db: Knex): Promise<void> {
  await migrate(db)
  await seedDemo(db, new Date(), PASSWORD)
  const passwordHash = await hashOf(PASSWORD)
  const { practiceId } = await addPractice(
    db,
    'Elsewhere',
    { email: STRANGER, name: 'Someone Else', role: 'lead', passwordHash },
    randomUUID(),
  )
  const helper = { email: 'helper@elsewhere.example', name: 'Helper Else', role: 'helper', passwordHash } as const
  await addAccount({ db, practiceId }, helper)
}
