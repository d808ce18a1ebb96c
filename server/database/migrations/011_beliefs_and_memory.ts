import type { Knex } from 'knex'
import { change } from './steps'

/**
 * Each side turns its own dials; usual pain, the days after a meeting, flares, and what somebody has looked at; how a
 * circle is judged, and what the ledger keeps of who decided. See docs/schema.md.
 */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('participants', (t) => t.tinyint('usual_pain').unsigned().nullable()))
  await change(db, (schema) =>
    schema.alterTable('person_dials', (t) => t.enum('side', ['both', 'left', 'right']).notNullable().defaultTo('both')),
  )
  // The key also carries the reference to the person, so it is changed in one go.
  await db.raw(
    'alter table person_dials drop primary key, add primary key (participant_id, movement, tier, dial, side)',
  )
  await change(db, (schema) =>
    schema.alterTable('circles', (t) => t.enum('judging', ['belief', 'counting']).notNullable().defaultTo('belief')),
  )
  await change(db, (schema) =>
    schema.alterTable('arrivals', (t) => {
      t.enum('after', AFTER).nullable()
      t.json('after_where').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('ledger', (t) => {
      t.enum('moves', ['both', 'left', 'right']).notNullable().defaultTo('both')
      t.string('decided_what', 10).notNullable().defaultTo('')
      t.json('others').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('left_out', (t) => t.boolean('stands_in').notNullable().defaultTo(false)),
  )
  await change(db, (schema) =>
    schema.createTable('flares', (t) => {
      owned(t)
      t.string('region', 40).notNullable()
      t.tinyint('levels').unsigned().notNullable()
      t.date('since').notNullable()
      t.date('until').notNullable()
      t.primary(['participant_id', 'region'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('looked_at', (t) => {
      owned(t)
      t.string('what', 120).notNullable()
      t.string('note', 300).notNullable()
      t.uuid('looked_by').nullable().references('id').inTable('accounts').onDelete('SET NULL')
      t.datetime('looked_on').notNullable().defaultTo(db.raw('utc_timestamp()'))
      t.primary(['participant_id', 'what'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('days_after', (t) => {
      t.uuid('id').primary()
      owned(t)
      t.uuid('meeting_id').notNullable().references('id').inTable('meetings').onDelete('CASCADE')
      t.enum('after', AFTER).notNullable()
      t.json('after_where').notNullable()
      t.string('note', 300).notNullable().defaultTo('')
      t.date('said_on').notNullable()
      t.uuid('noted_by').nullable().references('id').inTable('accounts').onDelete('SET NULL')
      t.index(['participant_id', 'said_on'])
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['days_after', 'looked_at', 'flares'])
    await change(db, (schema) => schema.dropTableIfExists(table))
  await change(db, (schema) => schema.alterTable('left_out', (t) => t.dropColumn('stands_in')))
  await change(db, (schema) => schema.alterTable('ledger', (t) => t.dropColumns('moves', 'decided_what', 'others')))
  await change(db, (schema) => schema.alterTable('arrivals', (t) => t.dropColumns('after', 'after_where')))
  await change(db, (schema) => schema.alterTable('circles', (t) => t.dropColumn('judging')))
  await db('person_dials').where('side', 'right').delete()
  await db.raw('alter table person_dials drop primary key, add primary key (participant_id, movement, tier, dial)')
  await change(db, (schema) => schema.alterTable('person_dials', (t) => t.dropColumn('side')))
  await change(db, (schema) => schema.alterTable('participants', (t) => t.dropColumn('usual_pain')))
}

const AFTER = ['fine', 'sore-a-day', 'sore-days', 'worse']

function owned(t: Knex.CreateTableBuilder): void {
  t.uuid('practice_id').notNullable().references('id').inTable('practices')
  t.uuid('participant_id').notNullable().references('id').inTable('participants').onDelete('CASCADE')
}
