import type { Knex } from 'knex'
import { once } from './steps'

/**
 * What was noted by a clock that stood in the past counts for its meeting all the same: `outcomes.at`, by which notes
 * are narrowed down, is never a day before the meeting. The event keeps its own time.
 */
export async function up(db: Knex): Promise<void> {
  await once(db, '014_noted_in_its_meeting', rewrite)
}

/** Nothing has another shape. */
export async function down(): Promise<void> {}

/** What it does to rows, also to those of an archive that was written before it. */
export async function rewrite(db: Knex): Promise<void> {
  await db.raw(
    `update outcomes o join meetings m on m.id = o.meeting_id
     set o.at = (unix_timestamp(m.starts_at) - 86400) * 1000
     where o.at < (unix_timestamp(m.starts_at) - 86400) * 1000`,
  )
}
