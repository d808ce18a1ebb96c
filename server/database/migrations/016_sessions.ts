import type { Knex } from 'knex'
import { change, once } from './steps'

/**
 * Who is signed in is kept here and looked up at every request, so that it can be ended: see
 * docs/decisions/sessions.md. An account that is removed stays as a name beside what it did. Second factors and
 * recovery codes are of this installation: the key that seals them is in no archive.
 */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('accounts', (t) => t.dateTime('removed_at').nullable()))
  await change(db, (schema) =>
    schema.createTable('sessions', (t) => {
      t.uuid('id').primary()
      t.specificType('id_hash', 'char(64) character set ascii').notNullable().unique()
      ofAccount(t)
      t.string('on_what', 80).notNullable()
      t.dateTime('made_at').notNullable()
      t.dateTime('seen_at').notNullable()
    }),
  )
  await change(db, (schema) =>
    schema.createTable('second_factors', (t) => {
      ofAccount(t)
      t.primary(['account_id'])
      t.string('secret', 255).notNullable()
      // Null: begun, and no code was given yet.
      t.dateTime('confirmed_at').nullable()
      // The last half minute whose code was taken: none is taken twice.
      t.bigInteger('last_step').notNullable().defaultTo(0)
    }),
  )
  await change(db, (schema) =>
    schema.createTable('recovery_codes', (t) => {
      t.specificType('code_hash', 'char(64) character set ascii').primary()
      ofAccount(t)
      t.dateTime('made_at').notNullable()
      t.dateTime('used_at').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.createTable('access_log', (t) => {
      t.bigIncrements('id')
      // Null: nobody knows, as where an address has no account.
      t.uuid('practice_id').nullable()
      t.uuid('account_id').nullable()
      t.string('did', 40).notNullable()
      t.string('about', 190).notNullable().defaultTo('')
      t.string('address', 60).notNullable().defaultTo('')
      t.dateTime('at', { precision: 3 }).notNullable()
      t.index(['practice_id', 'id'])
      t.index(['account_id', 'did', 'at'])
    }),
  )
  await markMadeUp(db)
}

/**
 * What is made up, so that it can be taken away by itself. Of a demo from before only its sign-ins are known, by their
 * addresses: everybody knows their password.
 */
async function markMadeUp(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.createTable('made_up', (t) => {
      t.uuid('practice_id').notNullable().references('practices.id').onDelete('CASCADE')
      t.enum('what', ['account', 'circle', 'holiday', 'participant', 'shelf', 'venue']).notNullable()
      t.uuid('row_id').primary()
    }),
  )
  await once(db, '016_made_up', rewrite)
}

/** Marks the sign-ins of a demo from before. */
export async function rewrite(db: Knex): Promise<void> {
  const known = await db('accounts')
    .whereIn('email', ['marit@ferngate.example', 'tomas@ferngate.example'])
    .select<{ id: string; practice_id: string }[]>('id', 'practice_id')
  for (const { id, practice_id } of known)
    await db('made_up').insert({ practice_id, what: 'account', row_id: id }).onConflict().ignore()
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['made_up', 'access_log', 'recovery_codes', 'second_factors', 'sessions'])
    await change(db, (schema) => schema.dropTableIfExists(table))
  await change(db, (schema) => schema.alterTable('accounts', (t) => t.dropColumn('removed_at')))
}

function ofAccount(t: Knex.CreateTableBuilder): void {
  t.uuid('account_id').notNullable().references('accounts.id').onDelete('CASCADE').index()
}
