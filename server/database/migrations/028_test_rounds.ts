import type { Knex } from 'knex'
import { change } from './steps'

/** A circle's tests in one session. See docs/schema.md. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.createTable('test_rounds', (t) => {
      t.uuid('id').primary()
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.uuid('circle_id').notNullable().references('id').inTable('circles').onDelete('CASCADE')
      t.json('measures').notNullable()
      t.datetime('started_at', { precision: 3 }).notNullable()
      t.datetime('ended_at', { precision: 3 }).nullable()
      t.uuid('started_by').nullable().references('id').inTable('accounts').onDelete('SET NULL')
      t.index(['circle_id', 'started_at'])
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.dropTableIfExists('test_rounds'))
}
