import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { datesOf, SeriesRule } from '../calendar/series'
import { circleCalendar } from './circleCalendar'
import { readCalendar } from './readCalendar'

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
const file = (...lines: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:test', ...lines, 'END:VCALENDAR', ''].join('\r\n')
const event = (...lines: string[]) => [
  'BEGIN:VEVENT',
  'UID:e1',
  'DTSTAMP:20260101T000000Z',
  'SUMMARY:A thing',
  ...lines,
  'END:VEVENT',
]

describe('dates of a circle as iCalendar', () => {
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

describe('reading a calendar', () => {
  const read = (...lines: string[]) => readCalendar(file(...lines), 'Europe/Oslo')

  it('takes whole days as holidays, the day after the end not counted', () => {
    expect(read(...event('DTSTART;VALUE=DATE:20261221', 'DTEND;VALUE=DATE:20270104'))).toEqual([
      {
        kind: 'holiday',
        uid: 'e1',
        title: 'A thing',
        holiday: { name: 'A thing', firstOn: '2026-12-21', lastOn: '2027-01-03' },
      },
    ])
  })
  it('takes a weekly event as a series at its time on the wall, with its end', () => {
    expect(
      read(
        ...OSLO,
        ...event(
          'DTSTART;TZID=Oslo:20261015T100000',
          'DURATION:PT45M',
          'RRULE:FREQ=WEEKLY;INTERVAL=2;UNTIL=20261212T090000Z',
        ),
      ),
    ).toEqual([
      {
        kind: 'series',
        uid: 'e1',
        title: 'A thing',
        firstOn: '2026-10-15',
        time: '10:00',
        everyWeeks: 2,
        until: '2026-12-12',
      },
    ])
    expect(read(...event('DTSTART:20261015T080000Z', 'RRULE:FREQ=WEEKLY;COUNT=3'))).toMatchObject([
      { kind: 'series', time: '10:00', until: '2026-10-29' },
    ])
  })
  it.each([
    ['in UTC', ['DTSTART:20261029T090000Z'], '2026-10-29T09:00:00.000Z'],
    [
      'in a zone that the file brings along, in winter',
      ['DTSTART;TZID=Oslo:20261029T100000'],
      '2026-10-29T09:00:00.000Z',
    ],
    ['in a zone that is only named', ['DTSTART;TZID=America/New_York:20261029T100000'], '2026-10-29T14:00:00.000Z'],
    ['without a zone: where the circle meets', ['DTSTART:20261022T100000'], '2026-10-22T08:00:00.000Z'],
  ])('takes a single event as a meeting, %s', (_, lines, startsAt) => {
    expect(read(...OSLO, ...event(...lines))).toEqual([{ kind: 'meeting', uid: 'e1', title: 'A thing', startsAt }])
  })
  it.each([
    ['DTSTART:20261015T080000Z\r\nRRULE:FREQ=MONTHLY', /otherwise than once/],
    ['DTSTART:20261015T080000Z\r\nRRULE:FREQ=WEEKLY;BYDAY=MO,TH', /otherwise than once/],
    ['DTSTART;VALUE=DATE:20261224\r\nRRULE:FREQ=YEARLY', /every year/],
    ['DTSTART:20261015T080000Z\r\nSTATUS:CANCELLED', /called off/],
  ])('says why it does not take %s', (lines, why) => {
    expect(read(...event(...lines.split('\r\n')))).toEqual([
      { kind: 'refused', uid: 'e1', title: 'A thing', why: expect.stringMatching(why) },
    ])
  })
  it('says so where a file is no calendar', () => {
    for (const text of ['', 'Name,Date\nA,B', 'BEGIN:VCARD\r\nVERSION:3.0\r\nEND:VCARD'])
      expect(() => readCalendar(text, 'Europe/Oslo')).toThrow(/no calendar file/)
  })
})
