import type { Knex } from 'knex'
import { change } from './steps'

/** Where people and those who lead are reached, and when somebody has their birthday. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('participants', (t) => {
      t.string('telephone', 40).notNullable().defaultTo('')
      t.string('birthday', 5).nullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('accounts', (t) => {
      t.string('telephone', 40).notNullable().defaultTo('')
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('accounts', (t) => t.dropColumn('telephone')))
  await change(db, (schema) => schema.alterTable('participants', (t) => t.dropColumns('telephone', 'birthday')))
}
