import type { Knex } from 'knex'

/** Where it is kept which rows were rewritten already. */
const STEPS = 'knex_migration_steps'

/**
 * Changes the shape of the database in a way that can be done again: MariaDB keeps each statement by itself, so a
 * migration that was cut short is simply begun anew, and what is there already stays.
 *
 * @example await change(db, (schema) => schema.alterTable('meetings', (t) => t.uuid('shelf_id').nullable()))
 */
export async function change(db: Knex, build: (schema: Knex.SchemaBuilder) => Knex.SchemaBuilder): Promise<void> {
  const statements = build(db.schema).toSQL() as unknown as { sql: string; bindings?: Knex.RawBinding[] }[]
  for (const { sql, bindings = [] } of [statements].flat()) await db.raw(repeatable(sql), bindings)
}

/** Rewrites rows once: the work and the note that it was done are one transaction. */
export async function once(db: Knex, step: string, work: (trx: Knex.Transaction) => Promise<void>): Promise<void> {
  await db.raw(`create table if not exists ${STEPS} (step varchar(100) primary key)`)
  await db.transaction(async (trx) => {
    if (await trx(STEPS).where({ step }).first()) return
    await work(trx)
    await trx(STEPS).insert({ step })
  })
}

/** How the parts of a statement say that they may be there, or gone, already. */
const REPEATABLE: readonly [RegExp, string][] = [
  [/^create table (?!if )/, 'create table if not exists '],
  [/\badd `/g, 'add column if not exists `'],
  [/\badd index `/g, 'add index if not exists `'],
  [/\badd unique `/g, 'add unique index if not exists `'],
  [/\badd constraint (`\w+`) foreign key /g, 'add constraint $1 foreign key if not exists '],
  [/\bdrop `/g, 'drop column if exists `'],
  [/\bdrop index `/g, 'drop index if exists `'],
  [/\bdrop foreign key `/g, 'drop foreign key if exists `'],
]

function repeatable(sql: string): string {
  return REPEATABLE.reduce((said, [is, becomes]) => said.replace(is, becomes), sql)
}
