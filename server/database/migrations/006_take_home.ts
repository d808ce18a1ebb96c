import type { Knex } from 'knex'
import { change } from './steps'

/** What somebody does at home, how often, and the days they ticked. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.createTable('home_practices', (t) => {
      t.uuid('participant_id').primary().references('id').inTable('participants').onDelete('CASCADE')
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.json('practice').notNullable()
      t.uuid('made_by').nullable()
      t.datetime('made_at').notNullable().defaultTo(db.fn.now())
    }),
  )
  await change(db, (schema) =>
    schema.createTable('home_ticks', (t) => {
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.uuid('participant_id').notNullable().references('id').inTable('participants').onDelete('CASCADE')
      t.string('movement', 60).notNullable()
      t.date('day').notNullable()
      t.primary(['participant_id', 'movement', 'day'])
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['home_ticks', 'home_practices']) await change(db, (schema) => schema.dropTableIfExists(table))
}
