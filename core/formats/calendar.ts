import { addDays, getDay, parseISO } from 'date-fns'
import { createEvents, type EventAttributes } from 'ics'

/** How long a calendar keeps free for it, minutes; ours. */
const LASTS_MINUTES = 15

/** Which weekdays so many days a week fall on, spread evenly; 0 Sunday. */
const WEEKDAYS: Record<number, number[]> = {
  1: [3],
  2: [2, 5],
  3: [1, 3, 5],
  4: [1, 3, 5, 0],
  5: [1, 2, 3, 5, 6],
  6: [1, 2, 3, 4, 5, 6],
  7: [0, 1, 2, 3, 4, 5, 6],
}
const NAMES = ['SU', 'MO', 'TU', 'WE', 'TH', 'FR', 'SA']

/**
 * Home practice as an iCalendar file: a weekly event for each time of day, with a reminder.
 *
 * Times are floating, as a clock on the wall shows them: half past eight stays half past eight through a change to or from
 * summer time and in every time zone.
 *
 * @param from ISO day of the first week
 * @param times of each day, HH:MM
 * @param description what is done, line by line
 * @source RFC 5545; written with the library `ics`
 * @throws {Error} when the library refuses the event
 * @example
 * homeCalendar({ uid: 'a', title: 'At home', times: ['08:30'], daysAWeek: 3, from: '2026-11-26', description: '' }) // "BEGIN:VCALENDAR…"
 */
export function homeCalendar({
  uid,
  title,
  times,
  daysAWeek,
  from,
  description,
}: {
  uid: string
  title: string
  times: readonly string[]
  daysAWeek: number
  from: string
  description: string
}): string {
  const days = WEEKDAYS[daysAWeek]!
  const first = firstOf(days, from)
  const events = times.map((time, at): EventAttributes => {
    const [hours, minutes] = time.split(':').map(Number) as [number, number]
    return {
      uid: `${uid}-${at}@unhurried-circle`,
      productId: 'Unhurried Circle',
      title,
      description,
      start: [first.getFullYear(), first.getMonth() + 1, first.getDate(), hours, minutes],
      startInputType: 'local',
      startOutputType: 'local',
      duration: { minutes: LASTS_MINUTES },
      recurrenceRule: `FREQ=WEEKLY;BYDAY=${days.map((day) => NAMES[day]).join(',')}`,
      alarms: [{ action: 'display', description: title, trigger: { before: true, minutes: 5 } }],
    }
  })
  const { error, value } = createEvents(events)
  if (error || typeof value !== 'string')
    throw new Error(`The calendar could not be written: ${error?.message ?? 'nothing came out'}`)
  return value
}

function firstOf(days: readonly number[], from: string): Date {
  const start = parseISO(from)
  return [0, 1, 2, 3, 4, 5, 6].map((ahead) => addDays(start, ahead)).find((day) => days.includes(getDay(day)))!
}
