import { createEvents, type EventAttributes } from 'ics'

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

/**
 * Dates of circles as an iCalendar file: one event each, in UTC, so that every reader shows the right time on its own
 * wall, before and after a change of summer time. What is called off says so, and readers cross it out.
 *
 * @source RFC 5545; written with the library `ics`
 * @throws {Error} when the library refuses a date
 */
export function circleCalendar(dates: readonly CalendarDate[]): string {
  const events = dates.map((date): EventAttributes => {
    const at = new Date(date.startsAt)
    return {
      uid: date.uid,
      productId: 'Unhurried Circle',
      title: date.title,
      location: date.place,
      description: date.description,
      status: date.isCalledOff ? 'CANCELLED' : 'CONFIRMED',
      start: [at.getUTCFullYear(), at.getUTCMonth() + 1, at.getUTCDate(), at.getUTCHours(), at.getUTCMinutes()],
      startInputType: 'utc',
      startOutputType: 'utc',
      duration: { minutes: date.minutes },
    }
  })
  const { error, value } = createEvents(events)
  if (error || typeof value !== 'string')
    throw new Error(`The calendar could not be written: ${error?.message ?? 'nothing came out'}`)
  return value
}
