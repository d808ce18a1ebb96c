import { describe, expect, it } from 'vitest'
import { datesOf, SeriesRule } from '../calendar/series'
import { readCalendar, type CalendarRow } from './readCalendar'

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
/** A zone as files describe it; `rule` is how its clock goes forward. */
const zone = (tzid: string, rule = 'FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU', from = '19700101') => [
  'BEGIN:VTIMEZONE',
  `TZID:${tzid}`,
  'BEGIN:STANDARD',
  `DTSTART:${from}T030000`,
  'RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU',
  'TZOFFSETFROM:+0200',
  'TZOFFSETTO:+0100',
  'END:STANDARD',
  'BEGIN:DAYLIGHT',
  `DTSTART:${from}T020000`,
  `RRULE:${rule}`,
  'TZOFFSETFROM:+0100',
  'TZOFFSETTO:+0200',
  'END:DAYLIGHT',
  'END:VTIMEZONE',
]
const read = (...lines: string[]) => readCalendar(file(...lines), 'Europe/Oslo')
const there = (row: CalendarRow | undefined) => (row?.kind === 'series' ? row : expect.fail(JSON.stringify(row)))

/** The first dates of a series that was read, as days. */
function days(row: CalendarRow | undefined, count: number, place: string): string[] {
  const { firstOn, time, everyWeeks, until, calledOff } = there(row)
  const exceptions = Object.fromEntries(calledOff.map((on) => [on, { calledOff: true }]))
  const rule = SeriesRule.parse({ firstOn, time, zone: place, everyWeeks, until, exceptions })
  return datesOf(rule, firstOn, '1998-12-31', [])
    .filter(({ state }) => state === 'open')
    .slice(0, count)
    .map(({ on }) => on)
}

describe('a calendar file', () => {
  it('has whole days as holidays, the day after the end not counted', () => {
    expect(read(...event('DTSTART;VALUE=DATE:20261221', 'DTEND;VALUE=DATE:20270104'))).toEqual([
      {
        kind: 'holiday',
        uid: 'e1',
        title: 'A thing',
        holiday: { name: 'A thing', firstOn: '2026-12-21', lastOn: '2027-01-03' },
      },
    ])
    expect(read(...event('DTSTART;VALUE=DATE:20261221', 'DURATION:P3D'))).toMatchObject([
      { holiday: { firstOn: '2026-12-21', lastOn: '2026-12-23' } },
    ])
  })
  it('has a weekly event as a series at its time on the wall, with its end', () => {
    const rule = 'RRULE:FREQ=WEEKLY;INTERVAL=2;UNTIL=20261212T090000Z'
    expect(read(...zone('Oslo'), ...event('DTSTART;TZID=Oslo:20261015T100000', 'DURATION:PT45M', rule))).toEqual([
      {
        ...{ kind: 'series', uid: 'e1', title: 'A thing', firstOn: '2026-10-15', time: '10:00' },
        ...{ everyWeeks: 2, until: '2026-12-12', calledOff: [], isOtherClock: false },
      },
    ])
    expect(read(...event('DTSTART:20261015T080000Z', 'RRULE:FREQ=WEEKLY;COUNT=3'))).toMatchObject([
      { kind: 'series', time: '10:00', until: '2026-10-29', isOtherClock: true },
    ])
  })
  it('leaves out of a series what comes after its end on the last day', () => {
    const weekly = (until: string) => read(...event('DTSTART:20261015T100000', `RRULE:FREQ=WEEKLY;UNTIL=${until}`))
    // Ten in Oslo in winter is nine in UTC.
    expect(weekly('20261112T085900Z')).toMatchObject([{ until: '2026-11-11' }])
    expect(weekly('20261112T090000Z')).toMatchObject([{ until: '2026-11-12' }])
  })
  it.each([
    ['in UTC', ['DTSTART:20261029T090000Z'], '2026-10-29T09:00:00Z'],
    ['in UTC, in small letters', ['dtstart:20261029t090000z'], '2026-10-29T09:00:00Z'],
    ['in a zone that the file brings along', ['DTSTART;TZID=Oslo:20261029T100000'], '2026-10-29T09:00:00Z'],
    ['in a zone that is only named', ['DTSTART;TZID=America/New_York:20261029T100000'], '2026-10-29T14:00:00Z'],
    [
      'in a zone with a program’s own name before it',
      ['DTSTART;TZID=/x.example/2024a/America/Argentina/Buenos_Aires:20261029T100000'],
      '2026-10-29T13:00:00Z',
    ],
    ['in a zone that is quoted', ['DTSTART;TZID="Europe/Oslo":20261029T100000'], '2026-10-29T09:00:00Z'],
    ['without a zone: where the circle meets', ['DTSTART:20261022T100000'], '2026-10-22T08:00:00Z'],
    ['in the last second of a year that had one more', ['DTSTART:20161231T235960Z'], '2016-12-31T23:59:00Z'],
  ])('has a single event as a meeting, %s', (_, lines, startsAt) => {
    expect(read(...zone('Oslo'), ...event(...lines))).toEqual([
      { kind: 'meeting', uid: 'e1', title: 'A thing', startsAt },
    ])
  })
  it('calls off the dates that a series leaves out, and makes a meeting of one that was put elsewhere', () => {
    const series = event(
      'DTSTART:20261015T100000',
      'RRULE:FREQ=WEEKLY',
      'EXDATE:20261022T100000',
      // No date of the series: left out of nothing.
      'EXDATE:20261023T100000',
    )
    const moved = event('RECURRENCE-ID:20261029T100000', 'DTSTART:20261030T140000')
    const off = event('RECURRENCE-ID:20261105T100000', 'DTSTART:20261105T100000', 'STATUS:CANCELLED')
    const titled = event('RECURRENCE-ID:20261112T100000', 'DTSTART:20261112T100000')
    const rows = read(...series, ...moved, ...off, ...titled)
    expect(there(rows[0]).calledOff).toEqual(['2026-10-22', '2026-10-29', '2026-11-05'])
    expect(rows.slice(1)).toMatchObject([
      { kind: 'meeting', startsAt: '2026-10-30T13:00:00Z' },
      { kind: 'refused', why: expect.stringMatching(/called off/) },
      { kind: 'refused', why: expect.stringMatching(/at the same time/) },
    ])
  })
  it('has dates besides as meetings of their own', () => {
    expect(read(...event('DTSTART:20261015T100000', 'RDATE:20261017T100000,20261018T120000'))).toMatchObject([
      { kind: 'meeting', startsAt: '2026-10-15T08:00:00Z' },
      { kind: 'meeting', startsAt: '2026-10-17T08:00:00Z' },
      { kind: 'meeting', startsAt: '2026-10-18T10:00:00Z' },
    ])
  })
  it('is read with a mark before it, with bare line ends, with alarms and tasks in it, and several in one file', () => {
    const alarm = ['BEGIN:VALARM', 'ACTION:DISPLAY', 'TRIGGER:-PT15M', 'DESCRIPTION:BEGIN:VEVENT', 'END:VALARM']
    const one = file('BEGIN:VTODO', 'UID:t', 'END:VTODO', ...event('DTSTART:20261015T100000', ...alarm))
    for (const text of [one, `\uFEFF${one}`, one.replaceAll('\r\n', '\n'), one.toLowerCase()])
      expect(readCalendar(text, 'Europe/Oslo')).toMatchObject([{ kind: 'meeting', startsAt: '2026-10-15T08:00:00Z' }])
    expect(readCalendar(one + one, 'Europe/Oslo')).toHaveLength(2)
  })
})

describe('what a calendar file has and is not taken', () => {
  it.each([
    ['DTSTART:20261015T080000Z\r\nRRULE:FREQ=MONTHLY', /otherwise than once/],
    ['DTSTART:20261015T080000Z\r\nRRULE:FREQ=WEEKLY;BYDAY=MO,TH', /otherwise than once/],
    ['DTSTART:20261015T080000Z\r\nRRULE:FREQ=WEEKLY;BYMONTH=3', /otherwise than once/],
    ['DTSTART:20261015T080000Z\r\nRRULE:FREQ=WEEKLY;BYDAY=MO', /another day of the week/],
    ['DTSTART:20261015T080000Z\r\nRRULE:FREQ=WEEKLY;INTERVAL=9', /eight weeks/],
    ['DTSTART:20261015T080000Z\r\nRRULE:FREQ=WEEKLY\r\nRRULE:FREQ=DAILY', /more than one rule/],
    ['DTSTART;VALUE=DATE:20261224\r\nRRULE:FREQ=YEARLY', /comes back/],
    ['DTSTART:20261015T080000Z\r\nSTATUS:CANCELLED', /called off/],
    ['DTEND:20261015T080000Z', /when it begins/],
    ['DTSTART:20261315T080000Z', /no such date or time/],
    ['DTSTART:20260230T080000Z', /no such date or time/],
    ['DTSTART:20261015T250000Z', /no such date or time/],
    ['DTSTART:00010105T080000Z', /no such date or time/],
    ['DTSTART;TZID=Customized:20261015T080000', /“Customized” is neither known/],
    ['DTSTART;TZID=Odd:20261015T080000', /“Odd” changes its clock otherwise/],
    ['DTSTART:20261015T080000Z\r\nRDATE;VALUE=PERIOD:20261015T080000Z/PT1H', /a beginning and an end/],
    [`DTSTART:20261015T080000Z\r\nEXDATE:${Array(201).fill('20261022T080000Z').join(',')}`, /201 dates/],
    ['RECURRENCE-ID;RANGE=THISANDFUTURE:20261015T080000Z\r\nDTSTART:20261015T090000Z', /from there on/],
  ])('is said with the reason: %s', (lines, why) => {
    expect(read(...zone('Odd', 'FREQ=MINUTELY'), ...event(...lines.split('\r\n')))).toEqual([
      { kind: 'refused', uid: 'e1', title: 'A thing', why: expect.stringMatching(why) },
    ])
  })
  it.each([
    ['', /does not begin with one/],
    ['Name,Date\nA,B', /does not begin with one/],
    ['BEGIN:VCARD\r\nVERSION:3.0\r\nEND:VCARD', /does not begin with one/],
    [file(...event('DTSTART:20261015T080000Z')).replace('END:VEVENT\r\n', ''), /not written as iCalendar/],
    [
      file(...Array.from({ length: 2001 }, () => event('DTSTART:20261015T080000Z')).flat()),
      /2001 events, 2000 at most/,
    ],
  ])('is the whole file where it is none, or too large: %.20s', (text, why) => {
    expect(() => readCalendar(text, 'Europe/Oslo')).toThrow(why)
  })
})

/**
 * Examples of RFC 5545 with the dates and moments that the standard gives beside them: sections 3.3.5, 3.6.1, 3.8.5.3.
 * As remembered; the standard was not at hand.
 */
describe('the examples of RFC 5545', () => {
  const inNewYork = (...lines: string[]) => readCalendar(file(...event(...lines)), 'America/New_York')
  const september = 'DTSTART;TZID=America/New_York:19970902T090000'
  it.each([
    [
      'weekly for ten occurrences, over the end of summer time',
      'RRULE:FREQ=WEEKLY;COUNT=10',
      ['09-02', '09-09', '09-16', '09-23', '09-30', '10-07', '10-14', '10-21', '10-28', '11-04'],
      20,
    ],
    [
      'weekly until 24 December',
      'RRULE:FREQ=WEEKLY;UNTIL=19971224T000000Z',
      '09-02 09-09 09-16 09-23 09-30 10-07 10-14 10-21 10-28 11-04 11-11 11-18 11-25 12-02 12-09 12-16 12-23'.split(
        ' ',
      ),
      20,
    ],
    [
      'every other week, forever',
      'RRULE:FREQ=WEEKLY;INTERVAL=2;WKST=SU',
      '09-02 09-16 09-30 10-14 10-28'.split(' '),
      5,
    ],
  ])('%s', (_, rule, dates, count) => {
    const [row] = inNewYork(september, rule)
    expect(days(row, count, 'America/New_York')).toEqual(dates.map((date) => `1997-${date}`))
    expect(there(row)).toMatchObject({ time: '09:00', isOtherClock: false })
  })
  it.each([
    'RRULE:FREQ=WEEKLY;UNTIL=19971007T000000Z;WKST=SU;BYDAY=TU,TH',
    'RRULE:FREQ=WEEKLY;COUNT=10;WKST=SU;BYDAY=TU,TH',
  ])('Tuesdays and Thursdays are refused, since a series is once a week: %s', (rule) =>
    expect(inNewYork(september, rule)).toMatchObject([{ kind: 'refused' }]),
  )
  it('a festival from 28 June through 8 July ends on 9 July, which is not one of its days', () => {
    expect(inNewYork('DTSTART;VALUE=DATE:20070628', 'DTEND;VALUE=DATE:20070709')).toMatchObject([
      { holiday: { firstOn: '2007-06-28', lastOn: '2007-07-08' } },
    ])
  })
  it.each([
    ['that is skipped is an hour later', '20070311T023000', '2007-03-11T07:30:00Z'],
    ['that comes twice is the first one', '20071104T013000', '2007-11-04T05:30:00Z'],
  ])('a time %s', (_, time, startsAt) => {
    expect(inNewYork(`DTSTART;TZID=America/New_York:${time}`)).toMatchObject([{ kind: 'meeting', startsAt }])
  })
  it('a description that is folded, and a title with signs that are escaped', () => {
    const [row] = inNewYork(
      'DTSTART:19980119T070000Z',
      'DESCRIPTION:This is a lo',
      ' ng description',
      '  that exists on a long line.',
    )
    expect(row).toMatchObject({ kind: 'meeting', startsAt: '1998-01-19T07:00:00Z' })
    const titled = file(...event('DTSTART:19980119T070000Z').map((line) => line.replace('A thing', 'A\\, B\\; C\\\\D')))
    expect(readCalendar(titled, 'UTC')).toMatchObject([{ title: 'A, B; C\\D' }])
  })
})
