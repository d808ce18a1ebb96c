import { dayAfter, momentOf, wallOf, type HolidayFields } from '../calendar/series'
import { calendarEvents, QUARTERS, type BrokenEvent, type CalendarEvent, type CalendarRule } from './calendarEvents'

/** What an event of a calendar file would become. */
export type CalendarRow =
  | { kind: 'holiday'; uid: string; title: string; holiday: HolidayFields }
  | ({ kind: 'series' } & SeriesRow)
  | { kind: 'meeting'; uid: string; title: string; startsAt: string }
  | { kind: 'refused'; uid: string; title: string; why: string }

interface SeriesRow {
  uid: string
  title: string
  firstOn: string
  time: string
  everyWeeks: number
  until: string | null
  /** Dates that the file leaves out, or puts somewhere else. */
  calledOff: string[]
  /** The file goes by another clock than the place: the time stays on the wall of the place all the same. */
  isOtherClock: boolean
}

const WEEKS_AT_MOST = 8
const WEEKDAYS = ['SU', 'MO', 'TU', 'WE', 'TH', 'FR', 'SA']

/**
 * Reads an iCalendar file: whole days are holidays, weekly events a series, single ones a meeting. A date that is left
 * out or put somewhere else is called off in its series, and where it was put is a meeting. All others are refused with
 * a reason, none silently.
 *
 * @param zone where the circle meets: for times without a zone, and for the time on the wall of a series
 * @throws {UnreadableFile} where it is no calendar, or a larger one than is read at a time
 * @source RFC 5545
 * @example
 * readCalendar('BEGIN:VCALENDAR\r\nEND:VCALENDAR', 'Europe/Oslo') // []
 */
export function readCalendar(text: string, zone: string): CalendarRow[] {
  const events = calendarEvents(text, zone)
  const changes = events.filter(isChange)
  const read = events.map((event) => {
    if ('why' in event) return refused(event, event.why)
    return isChange(event) ? null : rowsOf(event, changes, zone)
  })
  const series = new Set(read.flat().flatMap((row) => (row?.kind === 'series' ? [row.uid] : [])))
  return events.flatMap((event, at) => read[at] ?? (isChange(event) ? changedRow(event, series.has(event.uid)) : []))
}

const isChange = (event: CalendarEvent | BrokenEvent): event is CalendarEvent =>
  'standsFor' in event && event.standsFor !== null

function refused({ uid, title }: { uid: string; title: string }, why: string): CalendarRow {
  return { kind: 'refused', uid, title, why }
}

/** What a date becomes that stands for another one. */
function changedRow(event: CalendarEvent, isOfSeries: boolean): CalendarRow {
  const { uid, title, start, standsFor, isCancelled, isFromThereOn } = event
  if (isFromThereOn)
    return refused(event, 'It changes all dates from there on: end the series there, and begin another.')
  if (isCancelled && isOfSeries) return refused(event, 'This date of its series is called off: see there.')
  if (isCancelled) return refused(event, 'It is called off.')
  if (start.at === null) return refused(event, 'It makes a whole day of a date of a series.')
  if (isOfSeries && start.at === standsFor?.at) return refused(event, 'It is a date of its series, at the same time.')
  return { kind: 'meeting', uid: `${uid} ${start.at}`, title, startsAt: start.at }
}

function rowsOf(event: CalendarEvent, changes: readonly CalendarEvent[], zone: string): CalendarRow[] {
  const { uid, title, start, rule, lastOn, besides } = event
  if (event.isCancelled) return [refused(event, 'It is called off.')]
  if (start.at === null) {
    if (rule || besides.length > 0) return [refused(event, 'A holiday that comes back: add it for the years you need.')]
    return [{ kind: 'holiday', uid, title, holiday: { name: title.slice(0, 120), firstOn: start.on, lastOn } }]
  }
  const meetings = [...(rule ? [] : [start]), ...besides].map(({ at }, turn): CalendarRow =>
    at === null
      ? refused(event, 'It has a whole day among its dates.')
      : { kind: 'meeting', uid: turn === 0 && !rule ? uid : `${uid} ${at}`, title, startsAt: at },
  )
  return rule ? [seriesRow(event, rule, changes, zone), ...meetings] : meetings
}

function seriesRow(
  event: CalendarEvent,
  rule: CalendarRule,
  changes: readonly CalendarEvent[],
  zone: string,
): CalendarRow {
  const { uid, title, start } = event
  const why = whyNoSeries(rule, start.on)
  if (why !== null || start.at === null) return refused(event, why ?? 'It has no time.')
  const { on, time } = wallOf(start.at, zone)
  const own = changes.filter((change) => change.uid === uid && !change.isFromThereOn)
  // A change at the same time is none of the date.
  const moved = own.filter((change) => change.isCancelled || change.start.at !== change.standsFor?.at)
  const left = [...event.leftOut, ...moved.flatMap(({ standsFor }) => standsFor ?? [])]
  const calledOff = left
    .map((date) => (date.at === null ? date.on : wallOf(date.at, zone).on))
    .filter((day) => isDateOf(day, on, rule.interval))
  return {
    ...{
      kind: 'series',
      uid,
      title,
      firstOn: on,
      time,
      everyWeeks: rule.interval,
      until: lastDayOf(rule, on, time, zone),
    },
    calledOff: [...new Set(calledOff)].sort(),
    isOtherClock: QUARTERS.some((days, at) => start.later[at] !== momentOf(dayAfter(on, days), time, zone)),
  }
}

function whyNoSeries({ freq, interval, byDay, otherParts }: CalendarRule, firstOn: string): string | null {
  const weekday = WEEKDAYS[new Date(`${firstOn}T00:00:00Z`).getUTCDay()]
  if (freq !== 'WEEKLY' || byDay.length > 1 || otherParts.length > 0)
    return 'It comes back otherwise than once every so many weeks.'
  if (byDay.length === 1 && byDay[0] !== weekday) return 'It comes back on another day of the week than its first date.'
  return interval < 1 || interval > WEEKS_AT_MOST ? 'It comes otherwise than every one to eight weeks.' : null
}

/** Whether a day is one of a series; others that a file leaves out were none. */
function isDateOf(day: string, firstOn: string, everyWeeks: number): boolean {
  const days = (Date.parse(day) - Date.parse(firstOn)) / 86_400_000
  return days >= 0 && days % (7 * everyWeeks) === 0
}

/** The last date by the rule's count or its end; null: it has none. */
function lastDayOf({ count, until, interval }: CalendarRule, on: string, time: string, zone: string): string | null {
  if (count !== null) return dayAfter(on, 7 * interval * (count - 1))
  if (!until) return null
  if (until.at === null) return until.on
  // The end is a moment: a date of the same day that comes after it is none any more.
  const last = wallOf(until.at, zone).on
  return Date.parse(momentOf(last, time, zone)) <= Date.parse(until.at) ? last : dayAfter(last, -1)
}
