import type { Knex } from 'knex'
import { change } from './steps'

/**
 * What a helper does waits for a lead where it opens something: guests, screenings. Screens come in by a code, look at
 * one meeting, and are signed in nowhere: see docs/decisions/what-a-helper-sees.md.
 */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('meeting_guests', (t) => {
      t.boolean('agreed').notNullable().defaultTo(true)
      t.uuid('let_in_by').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('screenings', (t) => {
      t.boolean('waits').notNullable().defaultTo(false)
      t.uuid('agreed_by').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.createTable('screen_passes', (t) => {
      t.uuid('id').primary()
      t.uuid('practice_id').notNullable().references('practices.id').onDelete('CASCADE')
      t.uuid('meeting_id').notNullable().references('meetings.id').onDelete('CASCADE').index()
      t.specificType('code_hash', 'char(64) character set ascii').notNullable().unique()
      t.boolean('with_names').notNullable()
      t.uuid('made_by').nullable()
      t.dateTime('made_at').notNullable()
      t.dateTime('ended_at').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.createTable('screens', (t) => {
      t.uuid('id').primary()
      t.specificType('token_hash', 'char(64) character set ascii').notNullable().unique()
      t.uuid('pass_id').notNullable().references('screen_passes.id').onDelete('CASCADE').index()
      t.dateTime('made_at').notNullable()
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['screens', 'screen_passes']) await change(db, (schema) => schema.dropTableIfExists(table))
  await change(db, (schema) => schema.alterTable('screenings', (t) => t.dropColumns('waits', 'agreed_by')))
  await change(db, (schema) => schema.alterTable('meeting_guests', (t) => t.dropColumns('agreed', 'let_in_by')))
}
