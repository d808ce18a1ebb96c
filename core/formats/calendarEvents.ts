import ICAL from 'ical.js'
import { dayAfter, isZone, momentOf } from '../calendar/series'
import { UnreadableFile } from './table'

/** A time in a calendar file: a whole day, or a moment. */
export interface CalendarTime {
  /** ISO day, on the wall that the file has in mind. */
  on: string
  /** ISO 8601 in UTC; null: a whole day. */
  at: string | null
  /** The same time on that wall at `QUARTERS`: by them one sees whether two walls keep the same clock all year. */
  later: string[]
}

/** How an event comes back, as the file writes it. */
export interface CalendarRule {
  freq: string
  interval: number
  count: number | null
  until: CalendarTime | null
  /** Weekdays as written, `MO`; all other parts by their names. */
  byDay: string[]
  otherParts: string[]
}

/** An event of a calendar file. */
export interface CalendarEvent {
  uid: string
  title: string
  isCancelled: boolean
  start: CalendarTime
  /** The last whole day, for an event of whole days. */
  lastOn: string
  rule: CalendarRule | null
  /** Dates that its rule leaves out, and dates besides the rule's. */
  leftOut: CalendarTime[]
  besides: CalendarTime[]
  /** Which date of the event with the same uid this stands for; null: it stands for itself. */
  standsFor: CalendarTime | null
  /** It stands for all dates from there on. */
  isFromThereOn: boolean
}

/** An event that cannot be read, with why. */
export interface BrokenEvent {
  uid: string
  title: string
  why: string
}

/** More than this is no calendar of a practice. */
const EVENTS_AT_MOST = 2000
/** As many dates an event may leave out, or have besides its rule. */
const DATES_AT_MOST = 200

/**
 * The events of an iCalendar file, in its order. Times are those of the zone that is named, or that the file brings
 * along; without a zone those on the wall of the place.
 *
 * @param zone where the circle meets
 * @throws {UnreadableFile} where it is no calendar, or a larger one than is read at a time
 * @source RFC 5545; read with the library `ical.js`
 * @example
 * calendarEvents('BEGIN:VCALENDAR\r\nEND:VCALENDAR', 'Europe/Oslo') // []
 */
export function calendarEvents(text: string, zone: string): (CalendarEvent | BrokenEvent)[] {
  // The letters in a time may be small ones too; the library knows capitals.
  const capitals = text.replace(/\b\d{8}t\d{6}z?(?=\s*$)/gm, (time) => time.toUpperCase())
  const calendars = calendarsIn(capitals.replace(/^\uFEFF/, '').trim())
  const events = calendars.flatMap((calendar) => {
    const zones = zonesIn(calendar)
    return calendar.getAllSubcomponents('vevent').map((event) => ({ event, walls: { place: zone, zones } }))
  })
  return events.map(({ event, walls }, at) => readEvent(event, at, walls))
}

function calendarsIn(text: string): ICAL.Component[] {
  if (!/^BEGIN:VCALENDAR/i.test(text)) throw new UnreadableFile('This is no calendar file: it does not begin with one.')
  // The library takes all of it apart first: what is too much is seen before.
  const begun = text.match(/^BEGIN:VEVENT/gim)?.length ?? 0
  if (begun > EVENTS_AT_MOST)
    throw new UnreadableFile(`These are ${begun} events, ${EVENTS_AT_MOST} at most at a time: send it in parts.`)
  try {
    const parsed: unknown[] = ICAL.parse(text)
    const all = Array.isArray(parsed[0]) ? parsed : [parsed]
    return all.filter(Array.isArray).map((calendar) => new ICAL.Component(calendar))
  } catch {
    throw new UnreadableFile('This is no calendar file: it is not written as iCalendar.')
  }
}

/** The zones that a file brings along, by name; null: one whose rules are not read. */
type Zones = ReadonlyMap<string, ICAL.Timezone | null>
interface Walls {
  place: string
  zones: Zones
}

function zonesIn(calendar: ICAL.Component): Zones {
  const zones = calendar.getAllSubcomponents('vtimezone').map((zone): [string, ICAL.Timezone | null] => {
    const rules = zone.getAllSubcomponents().flatMap((part) => part.getAllProperties('rrule'))
    // A clock changes by a rule of the year; one of every minute would fill the memory with changes.
    const isYearly = rules.every((rule) => rawOf(rule).freq === 'YEARLY')
    return [textIn(zone, 'tzid'), isYearly ? new ICAL.Timezone(zone) : null]
  })
  return new Map(zones)
}

function readEvent(event: ICAL.Component, at: number, walls: Walls): CalendarEvent | BrokenEvent {
  const named = { uid: textIn(event, 'uid') || `event-${at + 1}`, title: textIn(event, 'summary') || 'Without a title' }
  try {
    const start = timesIn(event, 'dtstart', walls)[0]
    if (!start) throw new Unread('It does not say when it begins.')
    const instead = event.getFirstProperty('recurrence-id')
    return {
      ...named,
      isCancelled: textIn(event, 'status').toUpperCase() === 'CANCELLED',
      start,
      lastOn: lastDayOf(event, start, walls),
      rule: ruleOf(event, walls),
      leftOut: timesIn(event, 'exdate', walls),
      besides: timesIn(event, 'rdate', walls),
      standsFor: timesIn(event, 'recurrence-id', walls)[0] ?? null,
      isFromThereOn: instead?.getFirstParameter('range') === 'THISANDFUTURE',
    }
  } catch (error) {
    if (error instanceof Unread) return { ...named, why: error.message }
    throw error
  }
}

/** Why an event is not read. */
class Unread extends Error {}

/** The end of a whole day is the day after it; a length counts from the first. */
function lastDayOf(event: ICAL.Component, { on }: CalendarTime, walls: Walls): string {
  const [end] = timesIn(event, 'dtend', walls)
  const length = event.getFirstPropertyValue('duration')
  const days = length instanceof ICAL.Duration ? Math.ceil(length.toSeconds() / 86_400) : 1
  const last = end ? dayAfter(end.on, -1) : dayAfter(on, Math.max(days, 1) - 1)
  return last < on ? on : last
}

function ruleOf(event: ICAL.Component, walls: Walls): CalendarRule | null {
  const property = event.getFirstProperty('rrule')
  if (!property) return null
  if (event.getAllProperties('rrule').length > 1) throw new Unread('It comes back by more than one rule.')
  const { freq, interval, count, until, byday, ...others } = rawOf(property)
  const zone = event.getFirstProperty('dtstart')?.getFirstParameter('tzid')
  return {
    freq: String(freq),
    interval: Number(interval ?? 1),
    count: count === undefined ? null : Number(count),
    until: until === undefined ? null : timeOf(String(until), zone, walls),
    byDay: byday === undefined ? [] : [byday].flat().map(String),
    // On which day a week begins matters only to rules of several days.
    otherParts: Object.keys(others).filter((part) => part !== 'wkst'),
  }
}

/** All times of a property, which may come several times and hold several each. */
function timesIn(event: ICAL.Component, name: string, walls: Walls): CalendarTime[] {
  const written = event.getAllProperties(name).flatMap((property) => {
    const [, , type, ...values]: [string, object, string, ...string[]] = property.toJSON()
    if (type === 'period') throw new Unread('It has dates that are written as a beginning and an end.')
    return values.map((value) => ({ value, zone: property.getFirstParameter('tzid') }))
  })
  if (written.length > DATES_AT_MOST)
    throw new Unread(`It names ${written.length} dates one by one, ${DATES_AT_MOST} at most.`)
  return written.map(({ value, zone }) => timeOf(value, zone, walls))
}

const TIME = /^(\d{4}-\d{2}-\d{2})(?:T((?:[01]\d|2[0-3]):[0-5]\d):(?:[0-5]\d|60)(Z?))?$/
/** Dates before and after are slips of the pen. */
const YEARS = { from: 1970, to: 2200 } as const
/** Days from a date to the other quarters of its year: summer time is two of them at least, or none. */
export const QUARTERS = [91, 182, 273] as const

function timeOf(value: string, zone: string | undefined, walls: Walls): CalendarTime {
  const [, on = '', time, utc] = TIME.exec(value) ?? []
  const year = Number(on.slice(0, 4))
  if (!isDay(on) || year < YEARS.from || year > YEARS.to) throw new Unread(`There is no such date or time: ${value}.`)
  if (time === undefined) return { on, at: null, later: [] }
  const moment = clockOf(utc === 'Z' ? 'UTC' : zone, walls)
  return { on, at: moment(on, time), later: QUARTERS.map((days) => moment(dayAfter(on, days), time)) }
}

function isDay(on: string): boolean {
  const day = new Date(`${on}T00:00:00Z`)
  return !Number.isNaN(day.getTime()) && day.toISOString().startsWith(on)
}

/** How a zone makes a moment of a time on its wall. */
function clockOf(zone: string | undefined, { place, zones }: Walls): (on: string, time: string) => string {
  if (zone === undefined) return (on, time) => momentOf(on, time, place)
  const known = knownZone(zone)
  if (known !== null) return (on, time) => momentOf(on, time, known)
  const own = zones.get(zone)
  if (own === undefined) throw new Unread(`Its time zone “${zone}” is neither known nor described in the file.`)
  if (own === null) throw new Unread(`Its time zone “${zone}” changes its clock otherwise than by rules of the year.`)
  return (on, time) => {
    const there = ICAL.Time.fromDateTimeString(`${on}T${time}:00`)
    there.zone = own
    return new Date(there.toUnixTime() * 1000).toISOString().replace('.000Z', 'Z')
  }
}

/** The name of a zone without what programs write before it: `/example.org/2024a/Europe/Oslo`. */
function knownZone(name: string): string | null {
  const parts = name.split('/').filter((part) => part !== '')
  const tails = parts.map((_, at) => parts.slice(at).join('/'))
  // One part alone may be anything: only a name as it stands counts then.
  return tails.find((tail, at) => (at === 0 || tail.includes('/')) && isZone(tail)) ?? null
}

function textIn(component: ICAL.Component, name: string): string {
  const value = component.getFirstPropertyValue(name)
  return typeof value === 'string' ? value : ''
}

/** A property's first value as the library's parser leaves it. */
function rawOf(property: ICAL.Property): Record<string, unknown> {
  const [, , , value]: unknown[] = property.toJSON()
  return value !== null && typeof value === 'object' ? { ...value } : {}
}
