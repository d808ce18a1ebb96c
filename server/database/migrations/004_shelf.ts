import type { Knex } from 'knex'
import { change } from './steps'

/** Plans on a shelf with their versions, a circle's hands and limit of getting up, a person's own school. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.createTable('shelf_plans', (t) => {
      t.uuid('id').primary()
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.json('plan').notNullable()
      t.json('tags').notNullable()
      t.integer('version').notNullable().defaultTo(1)
      t.datetime('archived_at').nullable()
      t.uuid('saved_by').nullable()
      t.datetime('saved_at').notNullable().defaultTo(db.fn.now())
      t.index(['practice_id', 'archived_at'])
    }),
  )
  await change(db, (schema) =>
    schema.createTable('shelf_versions', (t) => {
      t.increments('id')
      t.uuid('practice_id').notNullable().references('id').inTable('practices')
      t.uuid('shelf_id').notNullable().references('id').inTable('shelf_plans').onDelete('CASCADE')
      t.integer('version').notNullable()
      t.json('plan').notNullable()
      t.uuid('saved_by').nullable()
      t.datetime('saved_at').notNullable()
      t.unique(['shelf_id', 'version'])
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('meetings', (t) => {
      t.uuid('shelf_id').nullable()
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('circles', (t) => {
      t.tinyint('helpers').notNullable().defaultTo(1)
      t.decimal('climb_at_most', 4, 1).notNullable().defaultTo(4)
    }),
  )
  await change(db, (schema) =>
    schema.alterTable('participants', (t) => {
      t.string('school', 20).nullable()
    }),
  )
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('participants', (t) => t.dropColumns('school')))
  await change(db, (schema) => schema.alterTable('circles', (t) => t.dropColumns('helpers', 'climb_at_most')))
  await change(db, (schema) => schema.alterTable('meetings', (t) => t.dropColumns('shelf_id')))
  for (const table of ['shelf_versions', 'shelf_plans']) await change(db, (schema) => schema.dropTableIfExists(table))
}
