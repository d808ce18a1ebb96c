import { isoOf, type Database } from './rows'

/** The time by the database's clock, in whole seconds. */
export async function timeOf(db: Database): Promise<Date> {
  const [[row]] = (await db.raw('select utc_timestamp() as now')) as [[{ now: string }]]
  return new Date(isoOf(row.now))
}
