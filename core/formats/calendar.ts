import { addDays, addMinutes, getDay, parseISO, set } from 'date-fns'
import { secondsInMinute } from 'date-fns/constants'
import ical, { ICalAlarmType, ICalEventRepeatingFreq, ICalWeekday } from 'ical-generator'
import { calendarText } from './calendarText'
import { WRITTEN_BY } from './circleCalendar'

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
const NAMES = [
  ICalWeekday.SU,
  ICalWeekday.MO,
  ICalWeekday.TU,
  ICalWeekday.WE,
  ICalWeekday.TH,
  ICalWeekday.FR,
  ICalWeekday.SA,
]
const REMINDED_MINUTES_BEFORE = 5

/** What somebody does at home, as a calendar has it. */
export interface HomeCalendar {
  uid: string
  title: string
  /** Of each day, HH:MM. */
  times: readonly string[]
  daysAWeek: number
  /** ISO day of the first week. */
  from: string
  /** What is done, line by line. */
  description: string
}

/**
 * Home practice as an iCalendar file: a weekly event for each time of day, with a reminder.
 *
 * Times are floating, as a clock on the wall shows them: half past eight stays half past eight through a change to or
 * from
 * summer time and in every time zone.
 *
 * @source RFC 5545; written with the library `ical-generator`
 * @example
 * homeCalendar({ uid: 'a', title: 'At home', times: ['08:30'], daysAWeek: 3, from: '2026-11-26', description: ''
 * }).split('\r\n')[0]
 * // 'BEGIN:VCALENDAR'
 */
export function homeCalendar({ uid, title, times, daysAWeek, from, description }: HomeCalendar): string {
  const days = WEEKDAYS[daysAWeek] ?? []
  const first = firstOf(days, from)
  const calendar = ical({ prodId: WRITTEN_BY })
  times.forEach((time, at) => {
    const [hours = 0, minutes = 0] = time.split(':').map(Number)
    const start = set(first, { hours, minutes })
    const event = calendar.createEvent({
      id: `${uid}-${at}@unhurried-circle`,
      floating: true,
      start,
      end: addMinutes(start, LASTS_MINUTES),
      summary: calendarText(title),
      description: calendarText(description),
      repeating: { freq: ICalEventRepeatingFreq.WEEKLY, byDay: days.flatMap((day) => NAMES[day] ?? []) },
    })
    event.createAlarm({
      type: ICalAlarmType.display,
      triggerBefore: REMINDED_MINUTES_BEFORE * secondsInMinute,
      description: calendarText(title),
    })
  })
  return calendar.toString()
}

function firstOf(days: readonly number[], from: string): Date {
  const start = parseISO(from)
  const week = [0, 1, 2, 3, 4, 5, 6].map((ahead) => addDays(start, ahead))
  return week.find((day) => days.includes(getDay(day))) ?? start
}
