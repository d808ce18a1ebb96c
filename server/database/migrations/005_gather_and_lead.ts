import type { Knex } from 'knex'
import { change } from './steps'

/** Seats, doors, how people join and whom to call, guests of a meeting, news at the door, accidents. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('participants', (t) => {
      t.json('seat').nullable()
      t.json('beside').nullable()
      t.json('home_props').nullable()
      t.string('emergency_contact', 200).notNullable().defaultTo('')
      t.enum('joins', ['room', 'video', 'wheelchair']).notNullable().defaultTo('room')
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('venues', (t) => {
      t.json('door').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('meetings', (t) => {
      t.json('seating').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('arrivals', (t) => {
      t.boolean('late').notNullable().defaultTo(false)
      t.string('news', 20).notNullable().defaultTo('none')
      t.string('news_note', 300).notNullable().defaultTo('')
    }),
  )
  await change(db, (schema) =>
    schema.createTable('meeting_guests', (t) => {
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.uuid('meeting_id').notNullable().references('id').inTable('meetings').onDelete('CASCADE')
      t.uuid('participant_id').notNullable().references('id').inTable('participants').onDelete('CASCADE')
      t.primary(['meeting_id', 'participant_id'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('accidents', (t) => {
      t.uuid('id').primary()
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.uuid('meeting_id').notNullable().references('id').inTable('meetings')
      t.uuid('participant_id').nullable().references('id').inTable('participants').onDelete('SET NULL')
      t.bigInteger('at').notNullable()
      t.json('report').notNullable()
      t.uuid('entered_by').nullable()
      t.datetime('entered_at').notNullable().defaultTo(db.fn.now())
      t.index(['practice_id', 'meeting_id'])
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['accidents', 'meeting_guests']) await change(db, (schema) => schema.dropTableIfExists(table))
  await change(db, (schema) => schema.alterTable('arrivals', (t) => t.dropColumns('late', 'news', 'news_note')))
  await change(db, (schema) => schema.alterTable('meetings', (t) => t.dropColumns('seating')))
  await change(db, (schema) => schema.alterTable('venues', (t) => t.dropColumns('door')))
  await change(db, (schema) =>
    schema.alterTable('participants', (t) =>
      t.dropColumns('seat', 'beside', 'home_props', 'emergency_contact', 'joins'),
    ),
  )
}
