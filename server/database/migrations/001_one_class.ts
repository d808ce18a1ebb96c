import type { Knex } from 'knex'
import { change } from './steps'

/**
 * Practices, people, circles, meetings, plans, class events, outcomes and the ledger.
 * Every table names its practice, so every query can be scoped by it. See docs/schema.md.
 */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.createTable('practices', (t) => {
      t.uuid('id').primary()
      t.string('name', 120).notNullable()
      t.datetime('created_at').notNullable().defaultTo(db.fn.now())
    }),
  )
  await change(db, (schema) =>
    schema.createTable('accounts', (t) => {
      t.uuid('id').primary()
      ownedByPractice(t)
      t.string('email', 190).notNullable().unique()
      t.string('name', 120).notNullable()
      t.enum('role', ['lead', 'helper']).notNullable()
      t.string('password_hash', 255).notNullable()
      t.datetime('created_at').notNullable().defaultTo(db.fn.now())
    }),
  )
  await change(db, (schema) =>
    schema.createTable('participants', (t) => {
      t.uuid('id').primary()
      ownedByPractice(t)
      t.string('name', 120).notNullable()
      t.smallint('birth_year').nullable()
      t.enum('sex', ['female', 'male', 'unsaid']).notNullable()
      t.decimal('height_cm', 5, 1).nullable()
      t.enum('pace', ['brisk', 'usual', 'slow', 'very-slow']).notNullable()
      t.enum('home_tier', TIERS).notNullable()
      t.json('access').notNullable()
      t.integer('version').notNullable().defaultTo(1)
      t.index(['practice_id', 'name'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('participant_considerations', (t) => {
      t.uuid('id').primary()
      ownedByPractice(t)
      ownedByParticipant(t)
      t.string('consideration', 60).notNullable()
      t.enum('side', SIDES).notNullable()
      t.string('cleared_by', 120).notNullable().defaultTo('')
      t.string('note', 500).notNullable().defaultTo('')
      t.smallint('position').notNullable()
    }),
  )
  await change(db, (schema) =>
    schema.createTable('levels', (t) => {
      ownedByPractice(t)
      ownedByParticipant(t)
      t.string('movement', 60).notNullable()
      t.enum('tier', TIERS).notNullable()
      t.enum('side', SIDES).notNullable()
      t.tinyint('level').notNullable()
      t.primary(['participant_id', 'movement', 'tier', 'side'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('venues', (t) => {
      t.uuid('id').primary()
      ownedByPractice(t)
      t.string('name', 120).notNullable()
      t.string('address', 300).notNullable()
      t.decimal('room_length_m', 5, 2).notNullable()
      t.decimal('room_width_m', 5, 2).notNullable()
      t.string('emergency_plan', 1000).notNullable()
      t.string('defibrillator', 300).notNullable()
      t.json('cupboard').notNullable()
    }),
  )
  await change(db, (schema) =>
    schema.createTable('circles', (t) => {
      t.uuid('id').primary()
      ownedByPractice(t)
      t.uuid('venue_id').notNullable().references('id').inTable('venues')
      t.string('name', 120).notNullable()
      t.string('school', 20).notNullable()
      t.smallint('minutes').notNullable()
      t.string('side_habit', 20).notNullable()
      t.string('start_side', 10).notNullable()
    }),
  )
  await change(db, (schema) =>
    schema.createTable('circle_members', (t) => {
      ownedByPractice(t)
      t.uuid('circle_id').notNullable().references('id').inTable('circles').onDelete('CASCADE')
      ownedByParticipant(t)
      t.smallint('position').notNullable()
      t.primary(['circle_id', 'participant_id'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('meetings', (t) => {
      t.uuid('id').primary()
      ownedByPractice(t)
      t.uuid('circle_id').notNullable().references('id').inTable('circles')
      t.datetime('starts_at').notNullable()
      t.json('plan').notNullable()
      t.integer('plan_version').notNullable().defaultTo(1)
      t.index(['practice_id', 'starts_at'])
      t.index(['circle_id', 'starts_at'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('plan_versions', (t) => {
      ownedByPractice(t)
      ownedByMeeting(t)
      t.integer('version').notNullable()
      t.json('plan').notNullable()
      t.uuid('saved_by').nullable()
      t.datetime('saved_at').notNullable().defaultTo(db.fn.now())
      t.primary(['meeting_id', 'version'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('arrivals', (t) => {
      ownedByPractice(t)
      ownedByMeeting(t)
      ownedByParticipant(t)
      t.boolean('came').notNullable()
      t.tinyint('pain').nullable()
      t.tinyint('usual_pain').nullable()
      t.boolean('tired').notNullable()
      t.boolean('sore').notNullable()
      t.boolean('dizzy').notNullable()
      t.boolean('ill').notNullable()
      t.primary(['meeting_id', 'participant_id'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('hand_choices', (t) => {
      ownedByPractice(t)
      ownedByMeeting(t)
      ownedByParticipant(t)
      t.string('block_id', 60).notNullable()
      t.string('variation', 120).notNullable()
      t.string('reason', 300).notNullable()
      t.uuid('chosen_by').nullable()
      t.primary(['meeting_id', 'participant_id', 'block_id'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('class_events', (t) => {
      t.uuid('id').primary()
      ownedByPractice(t)
      ownedByMeeting(t)
      t.bigInteger('at').notNullable()
      t.json('event').notNullable()
    }),
  )
  await change(db, (schema) =>
    schema.createTable('outcomes', (t) => {
      t.uuid('id').primary()
      ownedByPractice(t)
      ownedByMeeting(t)
      ownedByParticipant(t)
      t.string('movement', 60).notNullable()
      t.bigInteger('at').notNullable()
      t.json('event').notNullable()
      t.uuid('logged_by').nullable()
      t.index(['practice_id', 'participant_id', 'movement'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('ledger', (t) => {
      t.uuid('id').primary()
      ownedByPractice(t)
      ownedByParticipant(t)
      t.uuid('meeting_id').nullable().references('id').inTable('meetings')
      t.string('movement', 60).notNullable()
      t.enum('tier', TIERS).notNullable()
      t.string('proposed', 20).notNullable()
      t.enum('answer', ['accepted', 'changed']).notNullable()
      t.tinyint('from_level').notNullable()
      t.tinyint('to_level').notNullable()
      t.string('because', 600).notNullable()
      t.string('reason', 300).notNullable()
      t.uuid('decided_by').nullable()
      t.datetime('decided_at').notNullable().defaultTo(db.fn.now())
      t.unique(['meeting_id', 'participant_id', 'movement', 'tier'])
      t.index(['practice_id', 'participant_id', 'decided_at'])
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  for (const table of [
    'ledger',
    'outcomes',
    'class_events',
    'hand_choices',
    'arrivals',
    'plan_versions',
    'meetings',
    'circle_members',
    'circles',
    'venues',
    'levels',
    'participant_considerations',
    'participants',
    'accounts',
    'practices',
  ])
    await change(db, (schema) => schema.dropTableIfExists(table))
}

const TIERS = ['bed', 'chair', 'standing', 'floor']
const SIDES = ['both', 'left', 'right']

function ownedByPractice(t: Knex.CreateTableBuilder): void {
  t.uuid('practice_id').notNullable().references('id').inTable('practices')
}

function ownedByParticipant(t: Knex.CreateTableBuilder): void {
  t.uuid('participant_id').notNullable().references('id').inTable('participants').onDelete('CASCADE')
}

function ownedByMeeting(t: Knex.CreateTableBuilder): void {
  t.uuid('meeting_id').notNullable().references('id').inTable('meetings').onDelete('CASCADE')
}
