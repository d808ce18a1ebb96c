import type { Knex } from 'knex'
import { change } from './steps'

/** A room whose size is still a guess says so. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('venues', (t) => {
      t.boolean('is_measured').notNullable().defaultTo(true)
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('venues', (t) => t.dropColumn('is_measured')))
}
