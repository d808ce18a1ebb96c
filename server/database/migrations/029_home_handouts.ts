import type { Knex } from 'knex'
import { change, once } from './steps'

/**
 * What was taken home, each by its number, what came back of it, and links by which it comes back by itself. See
 * docs/schema.md.
 */
export async function up(db: Knex): Promise<void> {
  const owned = (t: Knex.CreateTableBuilder) => {
    t.uuid('practice_id').notNullable().references('id').inTable('practices')
    t.uuid('participant_id').notNullable().references('id').inTable('participants').onDelete('CASCADE')
  }
  await change(db, (schema) =>
    schema.createTable('home_handouts', (t) => {
      owned(t)
      t.integer('number').unsigned().notNullable()
      t.json('practice').notNullable()
      t.date('made_on').notNullable()
      t.uuid('made_by').nullable().references('id').inTable('accounts').onDelete('SET NULL')
      t.primary(['practice_id', 'number'])
      t.index(['participant_id', 'number'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('home_done', (t) => {
      owned(t)
      t.integer('number').unsigned().notNullable()
      t.string('movement', 60).notNullable()
      // Day and minute of their own clock, not of ours.
      t.specificType('done_at', 'char(16) character set ascii').notNullable()
      t.boolean('stopped').notNullable()
      t.enum('face', ['easy', 'right', 'hard']).notNullable()
      t.specificType('effort', 'tinyint').nullable()
      t.specificType('pain', 'tinyint').nullable()
      t.boolean('sharp').notNullable()
      t.string('word', 200).notNullable().defaultTo('')
      t.enum('came_by', ['file', 'picture', 'link']).notNullable()
      t.primary(['participant_id', 'number', 'movement', 'done_at'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('home_after', (t) => {
      owned(t)
      t.date('day').notNullable()
      t.enum('answer', ['better', 'same', 'worse']).notNullable()
      t.primary(['participant_id', 'day'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('home_links', (t) => {
      t.uuid('id').primary()
      owned(t)
      t.specificType('token_hash', 'char(64) character set ascii').notNullable().unique()
      t.datetime('made_at', { precision: 3 }).notNullable()
      t.uuid('made_by').nullable().references('id').inTable('accounts').onDelete('SET NULL')
      t.datetime('ended_at', { precision: 3 }).nullable()
      t.datetime('used_at', { precision: 3 }).nullable()
    }),
  )
  await once(db, '029_home_handouts', rewrite)
}

/** What was taken home before has a number too. */
export async function rewrite(db: Knex): Promise<void> {
  const rows = await db('home_practices as p')
    .leftJoin('home_handouts as h', 'h.participant_id', 'p.participant_id')
    .whereNull('h.number')
    .orderBy(['p.practice_id', 'p.made_at', 'p.participant_id'])
    .select('p.*')
  const last = await db('home_handouts').groupBy('practice_id').select('practice_id').max('number as last')
  const numbers = new Map<string, number>(last.map((row) => [row.practice_id, Number(row.last)]))
  for (const { practice_id, participant_id, practice, made_by, made_at } of rows) {
    const number = (numbers.get(practice_id) ?? 0) + 1
    numbers.set(practice_id, number)
    const made_on = String(made_at instanceof Date ? made_at.toISOString() : made_at).slice(0, 10)
    await db('home_handouts').insert({ practice_id, participant_id, number, practice, made_on, made_by })
  }
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['home_links', 'home_after', 'home_done', 'home_handouts'])
    await change(db, (schema) => schema.dropTableIfExists(table))
}
