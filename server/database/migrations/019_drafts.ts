import type { Knex } from 'knex'
import { change } from './steps'

/** What somebody has begun and left lying for a day moves from the browser to their account, sealed. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.createTable('drafts', (t) => {
      t.uuid('account_id').notNullable().references('accounts.id').onDelete('CASCADE')
      t.string('name', 190).notNullable()
      t.primary(['account_id', 'name'])
      t.text('sealed', 'mediumtext').notNullable()
      t.dateTime('begun_at').notNullable()
      t.index(['begun_at'])
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.dropTableIfExists('drafts'))
}
