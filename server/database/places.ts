import type { Knex } from 'knex'
import type { Scope } from './rows'

/** Places in a meeting's order: more than `after`, and `upTo` at most. */
export interface Places {
  after: number
  upTo: number
}

/** What is said in a meeting piece by piece, each with its place. */
export type SaidIn = 'arrivals' | 'hand_choices' | 'class_events' | 'outcomes'

/** Rows of a meeting that bear a place in its order; all of them where no places are named. */
export function rowsOf<R extends object>(
  { db, practiceId }: Scope,
  table: SaidIn,
  meetingId: string,
  places?: Places,
): Knex.QueryBuilder<R, R[]> {
  const rows = db(table).where({ practice_id: practiceId, meeting_id: meetingId })
  if (places) rows.where('sequence', '>', places.after).where('sequence', '<=', places.upTo)
  return rows as unknown as Knex.QueryBuilder<R, R[]>
}

/** Whether there are rows of a meeting after a place of its order, as a column of that name. */
export function isSaidAfter({ db, practiceId }: Scope, table: SaidIn, meetingId: string, after: number): Knex.Raw {
  const some = 'select 1 from ?? where practice_id = ? and meeting_id = ? and sequence > ?'
  return db.raw(`exists (${some}) as ??`, [table, practiceId, meetingId, after, `new_${table}`])
}
