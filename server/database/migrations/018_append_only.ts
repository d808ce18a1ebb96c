import type { Knex } from 'knex'
import { entryOf } from '../../../core/entries'
import { keysFor } from '../personKeys'
import { groupedBy } from '../rows'
import { sealed } from '../sealed'
import { change, once } from './steps'

/**
 * The ledger is only ever added to: each answer is a row, and walking back is one, once. What it says of somebody's
 * health is sealed under a key of theirs, and it names people by a key alone, as both logs do: who is erased takes the
 * key along. Everything that is said in a meeting bears who said it. See docs/decisions/a-record-that-stands.md.
 */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.createTable('person_keys', (t) => {
      t.uuid('participant_id').primary().references('participants.id').onDelete('CASCADE')
      t.uuid('practice_id').notNullable().references('practices.id').onDelete('CASCADE')
      t.string('secret', 60).notNullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('ledger', (t) => {
      t.index(['meeting_id', 'participant_id', 'movement', 'tier'], 'ledger_answers')
      t.text('sealed', 'mediumtext').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('ledger', (t) => t.dropUnique(['meeting_id', 'participant_id', 'movement', 'tier'])),
  )
  await onlyOneTakesBack(db)
  await once(db, '018_sealed', rewrite)
  await change(db, (schema) =>
    schema.alterTable('ledger', (t) => {
      t.unique(['undoes'], { indexName: 'ledger_undoes_once' })
      t.dropForeign(['participant_id'])
      t.dropForeign(['meeting_id'])
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('health_log', (t) => {
      t.dropForeign(['participant_id'])
      t.uuid('meeting_id').nullable()
      t.uuid('circle_id').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('class_events', (t) => {
      t.uuid('logged_by').nullable()
      t.uuid('noted_by').nullable()
    }),
  )
  await change(db, (schema) => schema.alterTable('arrivals', (t) => t.uuid('said_by').nullable()))
  await change(db, (schema) => schema.alterTable('meetings', (t) => t.uuid('seated_by').nullable()))
}

/** What stood in rows of its own is one text under the person's key. */
const SAID = ['words', 'because', 'reason', 'evidence', 'before', 'others'] as const

export interface Row extends Record<(typeof SAID)[number], unknown> {
  id: string
  practice_id: string
  participant_id: string
}

/** Seals what the ledger says of people. */
export async function rewrite(db: Knex): Promise<void> {
  const rows = await db('ledger').whereNull('sealed').select<Row[]>('*')
  for (const { id, ...row } of await sealedRows(db, rows)) await db('ledger').where({ id }).update(row)
}

/** Rows of the ledger as they stand since: those of an archive from before are sealed before they are written. */
export async function sealedRows(db: Knex, rows: readonly Row[]): Promise<Row[]> {
  const keys = new Map<string, Buffer>()
  for (const [practiceId, own] of groupedBy([...rows], 'practice_id')) {
    const ids = own.map((row) => row.participant_id)
    for (const [id, key] of await keysFor({ db, practiceId }, ids)) keys.set(id, key)
  }
  return rows.map((row) => {
    const said = Object.fromEntries(SAID.map((name) => [name, parsed(row[name])]))
    const text = sealed(entryOf(keys, row.participant_id), row.participant_id, JSON.stringify(said))
    return { ...row, ...EMPTIED, sealed: text }
  })
}

const EMPTIED = { words: '', because: '', reason: '', evidence: null, before: null, others: null }

/** Drivers hand JSON over as text, or as what it says. */
function parsed(value: unknown): unknown {
  if (typeof value !== 'string' || !/^[[{]/.test(value)) return value
  return JSON.parse(value)
}

/** Of several that took the same back at once only the first did anything. */
async function onlyOneTakesBack(db: Knex): Promise<void> {
  await db.raw(
    `delete later from ledger later join ledger first on first.undoes = later.undoes and first.sequence < later.sequence`,
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('meetings', (t) => t.dropColumn('seated_by')))
  await change(db, (schema) => schema.alterTable('arrivals', (t) => t.dropColumn('said_by')))
  await change(db, (schema) => schema.alterTable('class_events', (t) => t.dropColumns('logged_by', 'noted_by')))
  await change(db, (schema) => schema.alterTable('health_log', (t) => t.dropColumns('meeting_id', 'circle_id')))
  await change(db, (schema) => schema.alterTable('ledger', (t) => t.dropColumn('sealed')))
  await change(db, (schema) => schema.dropTableIfExists('person_keys'))
}
