import { TZDate } from '@date-fns/tz'
import ICAL from 'ical.js'
import { dayAfter, wallOf, type HolidayFields } from '../calendar/series'

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
 * Reads an iCalendar file: whole days are holidays, weekly events a series, single ones a meeting; all others are refused
 * with a reason, none silently.
 *
 * @param zone where the circle meets: for times without a zone, and for the time on the wall of a series
 * @throws {Error} where it is no calendar
 * @source RFC 5545; read with the library `ical.js`
 */
export function readCalendar(text: string, zone: string): CalendarRow[] {
  let calendar: ICAL.Component
  try {
    calendar = new ICAL.Component(ICAL.parse(text) as unknown[])
  } catch {
    throw new Error('This is no calendar file: it is not written as iCalendar.')
  }
  if (calendar.name !== 'vcalendar') throw new Error('This is no calendar file: it does not begin with a calendar.')
  const zones = new Map(
    calendar
      .getAllSubcomponents('vtimezone')
      .map((component) => [String(component.getFirstPropertyValue('tzid')), new ICAL.Timezone(component)]),
  )
  return calendar
    .getAllSubcomponents('vevent')
    .map((component, at) => rowOf(new ICAL.Event(component), component, at, zone, zones))
}

function rowOf(
  event: ICAL.Event,
  component: ICAL.Component,
  at: number,
  zone: string,
  zones: ReadonlyMap<string, ICAL.Timezone>,
): CalendarRow {
  const [uid, title] = [event.uid ?? `event-${at + 1}`, event.summary || 'Without a title']
  const refused = (why: string): CalendarRow => ({ kind: 'refused', uid, title, why })
  const start = event.startDate as ICAL.Time | null
  if (!start) return refused('It has no start.')
  if (component.getFirstPropertyValue('status') === 'CANCELLED') return refused('It is called off.')
  if (start.isDate) {
    if (event.isRecurring()) return refused('A holiday that comes every year: add it for the years you need.')
    // The end of a whole day is the day after it.
    const last = event.endDate ? dayAfter(dayOf(event.endDate), -1) : dayOf(start)
    return {
      kind: 'holiday',
      uid,
      title,
      holiday: { name: title.slice(0, 120), firstOn: dayOf(start), lastOn: last < dayOf(start) ? dayOf(start) : last },
    }
  }
  const startsAt = momentAt(start, component, zone, zones)
  if (!event.isRecurring()) return { kind: 'meeting', uid, title, startsAt }
  const rule = component.getFirstPropertyValue('rrule') as ICAL.Recur | null
  if (!rule || rule.freq !== 'WEEKLY' || (rule.parts.BYDAY?.length ?? 0) > 1)
    return refused('It comes back otherwise than once every so many weeks.')
  if (rule.interval > 8) return refused('It comes less often than every eight weeks.')
  const { on, time } = wallOf(startsAt, zone)
  const until = rule.until ? dayOf(rule.until) : rule.count ? dayAfter(on, 7 * rule.interval * (rule.count - 1)) : null
  return { kind: 'series', uid, title, firstOn: on, time, everyWeeks: rule.interval, until }
}

function dayOf({ year, month, day }: { year: number; month: number; day: number }): string {
  return [String(year).padStart(4, '0'), String(month).padStart(2, '0'), String(day).padStart(2, '0')].join('-')
}

/** The file's own zone where it brings it along, else the named one, else where the circle meets. */
function momentAt(
  start: ICAL.Time,
  component: ICAL.Component,
  zone: string,
  zones: ReadonlyMap<string, ICAL.Timezone>,
): string {
  const named = component.getFirstProperty('dtstart')?.getParameter('tzid')
  const name = typeof named === 'string' ? named : ''
  const known = zones.get(name)
  if (known) {
    const there = start.clone()
    there.zone = known
    return new Date(there.toUnixTime() * 1000).toISOString()
  }
  if (start.zone === ICAL.Timezone.utcTimezone) return new Date(start.toUnixTime() * 1000).toISOString()
  const { year, month, day, hour, minute } = start
  const at = new TZDate(year, month - 1, day, hour, minute, name || zone).getTime()
  return new Date(Number.isNaN(at) ? new TZDate(year, month - 1, day, hour, minute, zone).getTime() : at).toISOString()
}
