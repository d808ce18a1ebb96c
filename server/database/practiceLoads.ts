import { subHours } from 'date-fns'
import type { Database } from './rows'

/** What a practice has asked in some time: how many requests, and how long servers were at them. */
export interface Load {
  requests: number
  /** Those of them that change something. */
  writes: number
  /** Turned away, since it was too much. */
  refused: number
  /** That ended with a mistake of the server, or while the database was away. */
  failed: number
  busyMs: number
}

const COUNTS = ['requests', 'writes', 'refused', 'failed', 'busy_ms'] as const
/** Older than that it is nobody's business. */
const KEPT_HOURS = 31 * 24

/** Adds what a server has counted to what all have, practice by practice. */
export async function addLoads(db: Database, hour: Date, counted: ReadonlyMap<string, Load>): Promise<void> {
  // One after the other: a practice that is gone meanwhile takes nobody else's along.
  for (const [practice_id, { busyMs, ...counts }] of counted) {
    const row = { practice_id, hour, ...counts, busy_ms: Math.round(busyMs) }
    const added = Object.fromEntries(COUNTS.map((name) => [name, db.raw('?? + values(??)', [name, name])]))
    await db('practice_loads').insert(row).onConflict(['practice_id', 'hour']).merge(added)
  }
  await db('practice_loads').where('hour', '<', subHours(hour, KEPT_HOURS)).limit(1000).delete()
}

/** What practices have asked since a moment, by their ids. */
export async function loadsSince(db: Database, since: Date): Promise<Map<string, Load>> {
  const rows = await db('practice_loads')
    .where('hour', '>=', since)
    .groupBy('practice_id')
    .select<({ practice_id: string } & Record<(typeof COUNTS)[number], string>)[]>(
      'practice_id',
      ...COUNTS.map((name) => db.raw('sum(??) as ??', [name, name])),
    )
  return new Map(
    rows.map(({ practice_id, busy_ms, ...row }) => [
      practice_id,
      {
        requests: Number(row.requests),
        writes: Number(row.writes),
        refused: Number(row.refused),
        failed: Number(row.failed),
        busyMs: Number(busy_ms),
      },
    ]),
  )
}
