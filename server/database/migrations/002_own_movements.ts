import type { Knex } from 'knex'
import { change } from './steps'

/** A practice's own movements and its changes to shipped ones, with the poses that were solved for them. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.createTable('own_movements', (t) => {
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.string('movement', 60).notNullable()
      t.json('entry').notNullable()
      t.json('figures').notNullable()
      t.uuid('saved_by').nullable()
      t.datetime('saved_at').notNullable().defaultTo(db.fn.now())
      t.primary(['practice_id', 'movement'])
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.dropTableIfExists('own_movements'))
}
