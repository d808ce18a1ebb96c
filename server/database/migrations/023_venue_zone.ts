import type { Knex } from 'knex'
import { change } from './steps'

/** The clock on the wall of a venue; where dates were agreed already, theirs. */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('venues', (t) => {
      t.string('zone', 60).nullable()
    }),
  )
  await db.raw(`
    update venues v
    join (
      select c.venue_id as id, min(json_value(s.rule, '$.zone')) as zone
      from circles c join series s on s.circle_id = c.id group by c.venue_id
    ) agreed on agreed.id = v.id
    set v.zone = agreed.zone`)
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) => schema.alterTable('venues', (t) => t.dropColumn('zone')))
}
