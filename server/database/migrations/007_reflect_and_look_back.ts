import type { Knex } from 'knex'
import { change } from './steps'

/**
 * Dials, visits and what is left out; a ledger that can be walked back; letters; series, holidays, cover and waiting
 * lists. See docs/schema.md.
 */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('participants', (t) => {
      t.enum('visiting', TIERS).nullable()
      t.date('visiting_since').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.createTable('person_dials', (t) => {
      owned(t)
      t.string('movement', 60).notNullable()
      t.enum('tier', TIERS).notNullable()
      t.string('dial', 20).notNullable()
      t.decimal('value', 6, 1).notNullable()
      t.date('since').notNullable()
      t.primary(['participant_id', 'movement', 'tier', 'dial'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('left_out', (t) => {
      owned(t)
      t.string('movement', 60).notNullable()
      t.enum('tier', TIERS).notNullable()
      t.primary(['participant_id', 'movement', 'tier'])
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('ledger', (t) => {
      t.string('kind', 10).notNullable().defaultTo('level')
      t.string('words', 200).notNullable().defaultTo('')
      t.json('evidence').nullable()
      t.json('before').nullable()
      t.uuid('undoes').nullable()
      t.string('answer', 20).notNullable().alter()
    }),
  )
  // Several decisions fall into one second: their order is kept.
  await db.raw('alter table ledger add column if not exists sequence bigint unsigned not null auto_increment unique')
  // Evidence of a window is read by person and time, over years of outcomes.
  await change(db, (schema) =>
    schema.alterTable('outcomes', (t) => {
      t.index(['participant_id', 'at'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('letters', (t) => {
      t.uuid('id').primary()
      owned(t)
      t.string('addressed_to', 200).notNullable()
      t.date('consent_on').notNullable()
      t.string('consent_how', 300).notNullable()
      t.string('questions', 1000).notNullable()
      t.smallint('weeks').notNullable()
      t.uuid('made_by').nullable()
      t.datetime('made_at').notNullable().defaultTo(db.fn.now())
      t.index(['practice_id', 'participant_id'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('series', (t) => {
      t.uuid('id').primary()
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.uuid('circle_id').notNullable().references('id').inTable('circles').onDelete('CASCADE')
      t.json('rule').notNullable()
      t.index(['practice_id', 'circle_id'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('holidays', (t) => {
      t.uuid('id').primary()
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.string('name', 120).notNullable()
      t.date('first_on').notNullable()
      t.date('last_on').notNullable()
      t.string('uid', 200).nullable()
      t.index(['practice_id', 'first_on'])
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('meetings', (t) => {
      t.uuid('series_id').nullable().references('id').inTable('series').onDelete('SET NULL')
      t.date('series_on').nullable()
      t.uuid('led_by').nullable()
      t.boolean('called_off').notNullable().defaultTo(false)
      t.unique(['series_id', 'series_on'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('waiting', (t) => {
      owned(t)
      t.uuid('circle_id').notNullable().references('id').inTable('circles').onDelete('CASCADE')
      t.date('since').notNullable()
      t.string('note', 300).notNullable().defaultTo('')
      t.primary(['circle_id', 'participant_id'])
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.dropTableIfExists('waiting'))
  await change(db, (schema) =>
    schema.alterTable('meetings', (t) => {
      t.dropForeign('series_id')
      t.dropUnique(['series_id', 'series_on'])
      t.dropColumns('series_id', 'series_on', 'led_by', 'called_off')
    }),
  )
  for (const table of ['holidays', 'series', 'letters', 'left_out', 'person_dials'])
    await change(db, (schema) => schema.dropTableIfExists(table))
  await change(db, (schema) =>
    schema.alterTable('outcomes', (t) => {
      t.index(['participant_id'])
      t.dropIndex(['participant_id', 'at'])
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('ledger', (t) => t.dropColumns('kind', 'words', 'evidence', 'before', 'undoes', 'sequence')),
  )
  await change(db, (schema) => schema.alterTable('participants', (t) => t.dropColumns('visiting', 'visiting_since')))
}

const TIERS = ['bed', 'chair', 'standing', 'floor']

function owned(t: Knex.CreateTableBuilder): void {
  t.uuid('practice_id').notNullable().references('id').inTable('practices')
  t.uuid('participant_id').notNullable().references('id').inTable('participants').onDelete('CASCADE')
}
