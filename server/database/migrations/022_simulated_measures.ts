import type { Knex } from 'knex'
import { change } from './steps'

/** A result of the simulated sensor says so. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('measures', (t) => {
      t.boolean('simulated').notNullable().defaultTo(false)
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('measures', (t) => t.dropColumn('simulated')))
}
