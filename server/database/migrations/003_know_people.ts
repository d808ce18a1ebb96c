import type { Knex } from 'knex'
import { change } from './steps'

/** Measures, screenings, who looked at health data, and what a screening adds to people and considerations. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('participants', (t) => {
      t.enum('prefers', ['either', 'still', 'moving']).notNullable().defaultTo('either')
      t.date('screened_on').nullable()
      t.datetime('erased_at').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('participant_considerations', (t) => {
      t.date('since').nullable()
      t.date('until').nullable()
      t.date('cleared_on').nullable()
      t.string('cleared_for', 200).notNullable().defaultTo('')
    }),
  )
  await change(db, (schema) =>
    schema.createTable('screenings', (t) => {
      t.uuid('id').primary()
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.uuid('participant_id').notNullable().references('id').inTable('participants').onDelete('CASCADE')
      t.date('taken_on').notNullable()
      t.json('answers').notNullable()
      t.uuid('taken_by').nullable()
      t.datetime('entered_at').notNullable().defaultTo(db.fn.now())
      t.index(['practice_id', 'participant_id', 'taken_on'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('measures', (t) => {
      t.uuid('id').primary()
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.uuid('participant_id').notNullable().references('id').inTable('participants').onDelete('CASCADE')
      t.string('measure', 40).notNullable()
      t.enum('side', ['both', 'left', 'right']).notNullable()
      t.decimal('value', 8, 2).notNullable()
      t.json('tries').notNullable()
      t.decimal('setting', 8, 2).nullable()
      t.tinyint('pain').nullable()
      t.string('note', 300).notNullable().defaultTo('')
      t.datetime('taken_at').notNullable()
      t.uuid('entered_by').nullable()
      t.datetime('entered_at').notNullable().defaultTo(db.fn.now())
      t.uuid('replaces').nullable()
      t.uuid('replaced_by').nullable()
      // The first result of the same person, measure, side and day, where this is the second: the practice's
      // repeatability.
      t.decimal('same_day_first', 8, 2).nullable()
      t.index(['practice_id', 'participant_id', 'taken_at'])
      t.index(['practice_id', 'same_day_first'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('health_log', (t) => {
      t.increments('id')
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.uuid('participant_id').nullable().references('id').inTable('participants').onDelete('SET NULL')
      t.uuid('account_id').nullable()
      t.string('did', 40).notNullable()
      t.datetime('at').notNullable().defaultTo(db.fn.now())
      t.index(['practice_id', 'participant_id', 'at'])
      t.index(['practice_id', 'at'])
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['health_log', 'measures', 'screenings'])
    await change(db, (schema) => schema.dropTableIfExists(table))
  await change(db, (schema) =>
    schema.alterTable('participant_considerations', (t) =>
      t.dropColumns('since', 'until', 'cleared_on', 'cleared_for'),
    ),
  )
  await change(db, (schema) =>
    schema.alterTable('participants', (t) => t.dropColumns('prefers', 'screened_on', 'erased_at')),
  )
}
