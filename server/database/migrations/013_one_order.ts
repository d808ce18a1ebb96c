import type { Knex } from 'knex'
import { change } from './steps'

/**
 * One order for everybody: each meeting counts what is said in it, and what is said bears its number; what a later word
 * replaces bears its time; who is said to have noted something stands beside who was signed in. See docs/schema.md.
 */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('meetings', (t) => {
      number(t, 'sequence')
      number(t, 'seating_sequence')
      number(t, 'plan_sequence')
      number(t, 'people_sequence')
      number(t, 'seating_at')
    }),
  )
  for (const table of SAID)
    await change(db, (schema) =>
      schema.alterTable(table, (t) => {
        number(t, 'sequence')
        t.index(['meeting_id', 'sequence'])
      }),
    )
  await change(db, (schema) => schema.alterTable('arrivals', (t) => t.json('times').nullable()))
  await change(db, (schema) => schema.alterTable('hand_choices', (t) => number(t, 'at')))
  await change(db, (schema) => schema.alterTable('outcomes', (t) => t.uuid('noted_by').nullable()))
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('outcomes', (t) => t.dropColumn('noted_by')))
  await change(db, (schema) => schema.alterTable('hand_choices', (t) => t.dropColumn('at')))
  await change(db, (schema) => schema.alterTable('arrivals', (t) => t.dropColumn('times')))
  for (const table of SAID)
    await change(db, (schema) =>
      schema.alterTable(table, (t) => {
        // The reference to the meeting needs an index of its own again.
        t.index(['meeting_id'])
        t.dropIndex(['meeting_id', 'sequence'])
        t.dropColumn('sequence')
      }),
    )
  await change(db, (schema) =>
    schema.alterTable('meetings', (t) =>
      t.dropColumns('sequence', 'seating_sequence', 'plan_sequence', 'people_sequence', 'seating_at'),
    ),
  )
}

const SAID = ['outcomes', 'class_events', 'arrivals', 'hand_choices']

/** A count, or epoch milliseconds; 0: none yet. */
function number(t: Knex.AlterTableBuilder, name: string): void {
  t.bigInteger(name).notNullable().defaultTo(0)
}
