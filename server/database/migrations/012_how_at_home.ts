import type { Knex } from 'knex'
import { change } from './steps'

/** How it was at home, where somebody said so with the tick. See docs/schema.md. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('home_ticks', (t) => t.enum('how', ['easy', 'right', 'hard', 'hurt']).nullable()),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('home_ticks', (t) => t.dropColumn('how')))
}
