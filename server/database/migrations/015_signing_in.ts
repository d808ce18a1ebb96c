import type { Knex } from 'knex'
import { change, once } from './steps'

/**
 * Addresses are told apart letter by letter: a database that takes é for e would let one account be tried under many
 * spellings. Tries at signing in are counted here, so that a restart forgets none; and devices that have signed in to
 * an account are known, by the hash of what they carry. See docs/decisions/signing-in.md.
 */
export async function up(db: Knex): Promise<void> {
  await once(db, '015_signing_in', rewrite)
  await db.raw(
    'alter table accounts modify column if exists email varchar(190) character set utf8mb4 collate utf8mb4_bin not null',
  )
  await change(db, (schema) =>
    schema.createTable('sign_in_tries', (t) => {
      t.string('key', 255).primary()
      t.integer('points').notNullable().defaultTo(0)
      t.bigInteger('expire').unsigned().nullable()
      t.index(['expire'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('devices', (t) => {
      t.specificType('id_hash', 'char(64) character set ascii').notNullable()
      t.uuid('account_id').notNullable().references('accounts.id').onDelete('CASCADE')
      t.dateTime('last_at').notNullable()
      t.primary(['id_hash', 'account_id'])
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['devices', 'sign_in_tries']) await change(db, (schema) => schema.dropTableIfExists(table))
  await db.raw(
    'alter table accounts modify column if exists email varchar(190) character set utf8mb4 collate utf8mb4_unicode_ci not null',
  )
}

/** Addresses in the one way in which they are written from now on. */
export async function rewrite(db: Knex): Promise<void> {
  const accounts = await db('accounts').select<{ id: string; email: string }[]>('id', 'email')
  for (const { id, email } of accounts)
    await db('accounts')
      .where({ id })
      .update({ email: email.trim().normalize('NFKC').toLowerCase() })
}
