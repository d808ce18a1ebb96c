import type { Knex } from 'knex'
import { change } from './steps'

/** How long a practice keeps what it keeps, and that somebody has taken back that a letter may be written. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('practices', (t) => {
      // Null: for as long as nobody erases them.
      t.smallint('keep_people_months').unsigned().nullable()
      t.smallint('keep_logs_months').unsigned().nullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('letters', (t) => {
      t.date('withdrawn_on').nullable()
      t.uuid('withdrawn_by').nullable()
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('letters', (t) => t.dropColumns('withdrawn_on', 'withdrawn_by')))
  await change(db, (schema) =>
    schema.alterTable('practices', (t) => t.dropColumns('keep_people_months', 'keep_logs_months')),
  )
}
