import ical, { ICalEventStatus } from 'ical-generator'
import { calendarText } from './calendarText'

/** A date as a calendar shows it. */
export interface CalendarDate {
  uid: string
  /** ISO 8601 in UTC. */
  startsAt: string
  minutes: number
  title: string
  place: string
  description: string
  isCalledOff: boolean
}

/** Who wrote a calendar, as RFC 5545 asks. */
export const WRITTEN_BY = '//Unhurried Circle//EN'

/**
 * Dates of circles as an iCalendar file: one event each, in UTC, so that every reader shows the right time on its own
 * wall, before and after a change of summer time. What is called off says so, and readers cross it out.
 *
 * @source RFC 5545; written with the library `ical-generator`
 * @example
 * circleCalendar([]).split('\r\n')[0] // 'BEGIN:VCALENDAR'
 */
export function circleCalendar(dates: readonly CalendarDate[]): string {
  const calendar = ical({ prodId: WRITTEN_BY })
  for (const date of dates) {
    const start = new Date(date.startsAt)
    calendar.createEvent({
      id: date.uid,
      start,
      end: new Date(start.getTime() + date.minutes * 60_000),
      summary: calendarText(date.title),
      location: calendarText(date.place),
      description: calendarText(date.description),
      status: date.isCalledOff ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    })
  }
  return calendar.toString()
}
