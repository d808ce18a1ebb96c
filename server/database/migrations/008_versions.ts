import type { Knex } from 'knex'
import { change } from './steps'

/**
 * Circles, venues and series carry a version, as people do: two who change one at once are told. See docs/schema.md.
 */
export async function up(db: Knex): Promise<void> {
  for (const table of ['circles', 'venues', 'series'])
    await change(db, (schema) =>
      schema.alterTable(table, (t) => {
        t.integer('version').notNullable().defaultTo(1)
      }),
    )
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['circles', 'venues', 'series'])
    await change(db, (schema) =>
      schema.alterTable(table, (t) => {
        t.dropColumn('version')
      }),
    )
}
