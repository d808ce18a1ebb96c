import type { Knex } from 'knex'
import { change, once } from './steps'

/**
 * For several servers of the application on several of the database: rows are held by being written (`turn`), the
 * ledger is ordered by a place that is counted with its person, a practice that comes or goes in pieces says so, and
 * has its limits and its load. Every query finds its practice first. See docs/running-for-many.md.
 */
export async function up(db: Knex): Promise<void> {
  for (const table of HELD)
    await change(db, (schema) => schema.alterTable(table, (t) => void t.bigInteger('turn').notNullable().defaultTo(0)))
  await change(db, (schema) =>
    schema.alterTable('ledger', (t) => {
      t.bigInteger('place').notNullable().defaultTo(0)
      t.index(['practice_id', 'decided_at', 'place'])
    }),
  )
  await once(db, '031_places', async (trx) => {
    await trx.raw('update ledger set place = sequence where place = 0')
    await rewrite(trx)
  })
  await change(db, (schema) =>
    schema.alterTable('practices', (t) => {
      t.string('state', 10).notNullable().defaultTo('open')
      t.datetime('state_at').nullable()
      t.integer('people_at_most').unsigned().nullable()
      t.integer('meetings_at_most').unsigned().nullable()
      t.integer('requests_at_most').unsigned().nullable()
    }),
  )
  await change(db, (schema) =>
    schema.createTable('practice_loads', (t) => {
      t.uuid('practice_id').notNullable().references('practices.id').onDelete('CASCADE')
      t.datetime('hour').notNullable()
      for (const count of ['requests', 'writes', 'refused', 'failed']) t.integer(count).unsigned().notNullable()
      t.bigInteger('busy_ms').notNullable()
      t.primary(['practice_id', 'hour'])
      t.index(['hour'])
    }),
  )
  // What is old is swept without looking at all that is not.
  await change(db, (schema) => schema.alterTable('sessions', (t) => void t.index(['made_at'])))
  await change(db, (schema) => schema.alterTable('devices', (t) => void t.index(['last_at'])))
}

/** What is written down of somebody from now on comes after what was. */
export async function rewrite(db: Knex): Promise<void> {
  await db.raw(
    `update participants p join (select participant_id, max(place) as last from ledger group by participant_id) l
      on l.participant_id = p.id set p.turn = l.last where p.turn < l.last`,
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('devices', (t) => void t.dropIndex(['last_at'])))
  await change(db, (schema) => schema.alterTable('sessions', (t) => void t.dropIndex(['made_at'])))
  await change(db, (schema) => schema.dropTableIfExists('practice_loads'))
  await change(db, (schema) =>
    schema.alterTable('practices', (t) =>
      t.dropColumns('state', 'state_at', 'people_at_most', 'meetings_at_most', 'requests_at_most'),
    ),
  )
  await change(db, (schema) =>
    schema.alterTable('ledger', (t) => {
      t.dropIndex(['practice_id', 'decided_at', 'place'])
      t.dropColumn('place')
    }),
  )
  for (const table of HELD) await change(db, (schema) => schema.alterTable(table, (t) => t.dropColumn('turn')))
}

/** What is held as a whole by whoever changes it, or what hangs on it. */
const HELD = ['accounts', 'circles', 'meetings', 'participants', 'practices', 'series', 'shelf_plans']
