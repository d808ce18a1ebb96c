import type { Knex } from 'knex'
import { change } from './steps'

/** What is dialled in an emergency where a circle meets. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('venues', (t) => {
      t.string('emergency_number', 40).notNullable().defaultTo('')
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('venues', (t) => t.dropColumn('emergency_number')))
}
