import type { Knex } from 'knex'
import { change } from './steps'

/** A code for screens may be one person's, whose own lane alone it shows. See docs/schema.md. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('screen_passes', (t) => {
      t.uuid('participant_id').nullable().references('id').inTable('participants').onDelete('CASCADE')
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('screen_passes', (t) => {
      t.dropForeign('participant_id')
      t.dropColumn('participant_id')
    }),
  )
}
