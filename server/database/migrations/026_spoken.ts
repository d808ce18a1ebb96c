import type { Knex } from 'knex'
import { change } from './steps'

/** How much a circle likes to hear, and by what is counted for it. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('circles', (t) => {
      t.enum('how_much', ['few', 'usual', 'full']).notNullable().defaultTo('usual')
      t.enum('counting', ['seconds', 'breaths', 'tempo']).notNullable().defaultTo('seconds')
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('circles', (t) => t.dropColumns('how_much', 'counting')))
}
