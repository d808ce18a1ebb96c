import type { Knex } from 'knex'

/** Seats, doors, how people join and whom to call, guests of a meeting, news at the door, accidents. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('participants', (t) => {
    t.json('seat').nullable()
    t.json('beside').nullable()
    t.json('home_props').nullable()
    t.string('emergency_contact', 200).notNullable().defaultTo('')
    t.enum('joins', ['room', 'video', 'wheelchair']).notNullable().defaultTo('room')
  })
  await db.schema.alterTable('venues', (t) => {
    t.json('door').nullable()
  })
  await db.schema.alterTable('meetings', (t) => {
    t.json('seating').nullable()
  })
  await db.schema.alterTable('arrivals', (t) => {
    t.boolean('late').notNullable().defaultTo(false)
    t.string('news', 20).notNullable().defaultTo('none')
    t.string('news_note', 300).notNullable().defaultTo('')
  })
  await db.schema.createTable('meeting_guests', (t) => {
    t.uuid('practice_id').notNullable().references('id').inTable('practices')
    t.uuid('meeting_id').notNullable().references('id').inTable('meetings').onDelete('CASCADE')
    t.uuid('participant_id').notNullable().references('id').inTable('participants').onDelete('CASCADE')
    t.primary(['meeting_id', 'participant_id'])
  })
  await db.schema.createTable('accidents', (t) => {
    t.uuid('id').primary()
    t.uuid('practice_id').notNullable().references('id').inTable('practices')
    t.uuid('meeting_id').notNullable().references('id').inTable('meetings')
    t.uuid('participant_id').nullable().references('id').inTable('participants').onDelete('SET NULL')
    t.bigInteger('at').notNullable()
    t.json('report').notNullable()
    t.uuid('entered_by').nullable()
    t.datetime('entered_at').notNullable().defaultTo(db.fn.now())
    t.index(['practice_id', 'meeting_id'])
  })
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['accidents', 'meeting_guests']) await db.schema.dropTableIfExists(table)
  await db.schema.alterTable('arrivals', (t) => t.dropColumns('late', 'news', 'news_note'))
  await db.schema.alterTable('meetings', (t) => t.dropColumns('seating'))
  await db.schema.alterTable('venues', (t) => t.dropColumns('door'))
  await db.schema.alterTable('participants', (t) =>
    t.dropColumns('seat', 'beside', 'home_props', 'emergency_contact', 'joins'),
  )
}
