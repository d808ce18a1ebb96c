import { addHours, subHours } from 'date-fns'
import { millisecondsInHour } from 'date-fns/constants'
import type { ClassHours } from '../session/lifetime'
import { isoOf, type Database } from './rows'

/** No class is so long that one from before then still holds a session: 180 minutes, late, and two hours. */
const CLASSES_BACK_HOURS = 24
/** A class that was begun early is one of today. */
const CLASSES_AHEAD_HOURS = 12

interface HoursRow {
  starts_at: string
  minutes: number
  begun: number | null
}

/** Classes of a practice that may be on, or were over a short while ago. */
export async function classesAround(db: Database, practiceId: string, now: Date): Promise<ClassHours[]> {
  const rows = await hours(db)
    .where({ 'm.practice_id': practiceId, 'm.called_off': 0 })
    .whereBetween('m.starts_at', [subHours(now, CLASSES_BACK_HOURS), addHours(now, CLASSES_AHEAD_HOURS)])
  return rows.map((row) => hoursIn(row, now))
}

/** When one meeting's class is; undefined: the practice has no such meeting. */
export async function classHoursOf(
  db: Database,
  { practiceId, meetingId }: { practiceId: string; meetingId: string },
  now: Date,
): Promise<ClassHours | undefined> {
  const [row] = await hours(db).where({ 'm.practice_id': practiceId, 'm.id': meetingId })
  return row && hoursIn(row, now)
}

function hours(db: Database) {
  return db('meetings as m')
    .join('circles as c', 'c.id', 'm.circle_id')
    .select<HoursRow[]>(
      'm.starts_at',
      db.raw(`coalesce(json_value(m.plan, '$.minutes'), c.minutes) as minutes`),
      db.raw(
        '(select min(e.at) from class_events e where e.meeting_id = m.id and json_value(e.event, ' +
          `'$.event') = 'start') as begun`,
      ),
    )
}

function hoursIn({ starts_at, minutes, begun }: HoursRow, now: Date): ClassHours {
  return {
    startsAt: new Date(isoOf(starts_at)),
    // What a device says of when it began is believed within the day.
    begunAt:
      begun === null || Math.abs(begun - now.getTime()) > CLASSES_BACK_HOURS * millisecondsInHour
        ? null
        : new Date(begun),
    minutes: Number(minutes),
  }
}
