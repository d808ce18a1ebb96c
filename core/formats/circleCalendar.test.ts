import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { datesOf, SeriesRule } from '../calendar/series'
import { circleCalendar } from './circleCalendar'

const rule = SeriesRule.parse({ firstOn: '2026-10-22', time: '10:00', zone: 'Europe/Oslo', everyWeeks: 1 })
const dates = datesOf(rule, '2026-10-19', '2026-11-06', []).map((date, at) => ({
  uid: `${at}@x`,
  startsAt: date.startsAt,
  minutes: 45,
  title: 'Circle; by the weir, early',
  place: 'Hall',
  description: 'Bring a towel\nand water',
  isCalledOff: at === 2,
}))

/** Oslo as calendars describe it (RFC 5545, 3.6.5): the last Sundays of March and October. */
const OSLO = [
  'BEGIN:VTIMEZONE',
  'TZID:Oslo',
  'BEGIN:STANDARD',
  'DTSTART:19701025T030000',
  'RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU',
  'TZOFFSETFROM:+0200',
  'TZOFFSETTO:+0100',
  'END:STANDARD',
  'BEGIN:DAYLIGHT',
  'DTSTART:19700329T020000',
  'RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU',
  'TZOFFSETFROM:+0100',
  'TZOFFSETTO:+0200',
  'END:DAYLIGHT',
  'END:VTIMEZONE',
]
describe('dates of a circle as iCalendar', () => {
  it('hold no line that somebody has written into a place, whatever ends a line', () => {
    const place = ['Hall', 'X-EVIL:1', 'Room'].join('\r') + '\u0007'
    const text = circleCalendar([{ ...dates[0]!, place }])
    expect(text.replaceAll('\r\n', '')).not.toMatch(/(?![\n\t])\p{Cc}/u)
    const [event] = new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent')
    expect(event!.getFirstPropertyValue('location')).toBe('Hall\nX-EVIL:1\nRoom')
    expect(event!.getFirstProperty('x-evil')).toBeNull()
  })
  it('are read by a general library at ten on the wall of their zone, before and after summer time ends', () => {
    const zone = new ICAL.Timezone(new ICAL.Component(ICAL.parse(OSLO.join('\r\n')) as unknown[]))
    const events = new ICAL.Component(ICAL.parse(circleCalendar(dates)) as unknown[])
      .getAllSubcomponents('vevent')
      .map((one) => new ICAL.Event(one))
    expect(events.map((one) => one.startDate.convertToZone(zone).toString().slice(0, 16))).toEqual([
      '2026-10-22T10:00',
      '2026-10-29T10:00',
      '2026-11-05T10:00',
    ])
    expect(events.map((one) => one.component.getFirstPropertyValue('status'))).toEqual([
      'CONFIRMED',
      'CONFIRMED',
      'CANCELLED',
    ])
    expect([events[0]!.summary, events[0]!.description, events[0]!.duration.toSeconds()]).toEqual([
      'Circle; by the weir, early',
      'Bring a towel\nand water',
      2700,
    ])
  })
})
