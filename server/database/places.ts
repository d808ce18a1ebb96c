import type { Knex } from 'knex'
import type { Scope } from './rows'

/** Places in a meeting's order: more than `after`, and `upTo` at most. */
export interface Places {
  after: number
  upTo: number
}

/** Rows of a meeting that bear a place in its order; all of them where no places are named. */
export function rowsOf<R extends object>(
  { db, practiceId }: Scope,
  table: 'arrivals' | 'hand_choices' | 'class_events' | 'outcomes',
  meetingId: string,
  places?: Places,
): Knex.QueryBuilder<R, R[]> {
  const rows = db(table).where({ practice_id: practiceId, meeting_id: meetingId })
  if (places) rows.where('sequence', '>', places.after).where('sequence', '<=', places.upTo)
  return rows as unknown as Knex.QueryBuilder<R, R[]>
}
