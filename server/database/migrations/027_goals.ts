import type { Knex } from 'knex'
import { change } from './steps'

/** What people come for, and how far it is as somebody said it. See docs/schema.md. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.createTable('goals', (t) => {
      t.uuid('id').primary()
      owned(t)
      t.string('words', 160).notNullable()
      t.string('task', 60).nullable()
      t.enum('side', ['both', 'left', 'right']).notNullable().defaultTo('both')
      t.tinyint('importance').unsigned().notNullable()
      t.decimal('start', 8, 2).nullable()
      t.decimal('target', 8, 2).nullable()
      t.json('steps').notNullable()
      t.date('since').notNullable()
      t.date('by_day').nullable()
      t.enum('state', ['open', 'reached', 'ended']).notNullable().defaultTo('open')
      t.date('closed_on').nullable()
      t.integer('version').unsigned().notNullable()
      t.uuid('agreed_by').nullable().references('id').inTable('accounts').onDelete('SET NULL')
      t.index(['participant_id', 'since'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('goal_said', (t) => {
      t.uuid('id').primary()
      owned(t)
      t.uuid('goal_id').notNullable().references('id').inTable('goals').onDelete('CASCADE')
      t.tinyint('step').notNullable()
      t.date('said_on').notNullable()
      t.string('note', 300).notNullable().defaultTo('')
      t.uuid('said_by').nullable().references('id').inTable('accounts').onDelete('SET NULL')
      t.index(['goal_id', 'said_on'])
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['goal_said', 'goals']) await change(db, (schema) => schema.dropTableIfExists(table))
}

function owned(t: Knex.CreateTableBuilder): void {
  t.uuid('practice_id').notNullable().references('id').inTable('practices')
  t.uuid('participant_id').notNullable().references('id').inTable('participants').onDelete('CASCADE')
}
