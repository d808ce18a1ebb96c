import { convertIcsCalendar, type IcsCalendar, type IcsDateObject, type IcsEvent } from 'ts-ics'
import { dayAfter, wallOf, type HolidayFields } from '../calendar/series'
import { UnreadableFile } from './table'

/** What an event of a calendar file would become. */
export type CalendarRow =
  | { kind: 'holiday'; uid: string; title: string; holiday: HolidayFields }
  | {
      kind: 'series'
      uid: string
      title: string
      firstOn: string
      time: string
      everyWeeks: number
      until: string | null
    }
  | { kind: 'meeting'; uid: string; title: string; startsAt: string }
  | { kind: 'refused'; uid: string; title: string; why: string }

/**
 * Reads an iCalendar file: whole days are holidays, weekly events a series, single ones a meeting; all others are
 * refused
 * with a reason, none silently.
 *
 * @param zone where the circle meets: for times without a zone, and for the time on the wall of a series
 * @throws {UnreadableFile} where it is no calendar
 * @source RFC 5545; read with the library `ts-ics`
 * @example
 * readCalendar('BEGIN:VCALENDAR\r\nEND:VCALENDAR', 'Europe/Oslo') // []
 */
export function readCalendar(text: string, zone: string): CalendarRow[] {
  return (parsed(text, zone).events ?? []).map((event, at) => rowOf(event, at, zone))
}

function parsed(text: string, zone: string): IcsCalendar {
  if (!/^\s*BEGIN:VCALENDAR/i.test(text))
    throw new UnreadableFile('This is no calendar file: it does not begin with one.')
  try {
    return convertIcsCalendar(undefined, inZone(text, zone))
  } catch {
    throw new UnreadableFile('This is no calendar file: it is not written as iCalendar.')
  }
}

/** Times without a zone are those on the wall of the place; the library would take them for UTC. */
function inZone(text: string, zone: string): string {
  return text.replace(/^(DTSTART|DTEND)(?=:\d{8}T\d{6}\s*$)/gim, `$1;TZID=${zone}`)
}

const WEEKS_AT_MOST = 8

function rowOf(event: IcsEvent, at: number, zone: string): CalendarRow {
  const { start, end, recurrenceRule: rule } = event
  const [uid, title] = [event.uid || `event-${at + 1}`, event.summary || 'Without a title']
  const refused = (why: string): CalendarRow => ({ kind: 'refused', uid, title, why })
  if (event.status === 'CANCELLED') return refused('It is called off.')
  if (start.type === 'DATE') {
    if (rule) return refused('A holiday that comes every year: add it for the years you need.')
    return { kind: 'holiday', uid, title, holiday: holidayOf(title, start, end) }
  }
  const startsAt = start.date.toISOString()
  if (!rule) return { kind: 'meeting', uid, title, startsAt }
  const everyWeeks = rule.interval ?? 1
  if (rule.frequency !== 'WEEKLY' || (rule.byDay?.length ?? 0) > 1)
    return refused('It comes back otherwise than once every so many weeks.')
  if (everyWeeks > WEEKS_AT_MOST) return refused('It comes less often than every eight weeks.')
  const { on, time } = wallOf(startsAt, zone)
  const last = rule.count ? dayAfter(on, 7 * everyWeeks * (rule.count - 1)) : null
  return { kind: 'series', uid, title, firstOn: on, time, everyWeeks, until: rule.until ? dayOf(rule.until) : last }
}

/** The end of a whole day is the day after it. */
function holidayOf(title: string, start: IcsDateObject, end: IcsDateObject | null | undefined): HolidayFields {
  const firstOn = dayOf(start)
  const last = end ? dayAfter(dayOf(end), -1) : firstOn
  return { name: title.slice(0, 120), firstOn, lastOn: last < firstOn ? firstOn : last }
}

function dayOf({ date }: IcsDateObject): string {
  return date.toISOString().slice(0, 10)
}
