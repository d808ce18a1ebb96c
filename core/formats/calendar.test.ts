import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { homeCalendar } from './calendar'

const parsed = (text: string) =>
  new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((event) => new ICAL.Event(event))
const BASE = {
  uid: 'cora',
  title: 'Mobility at home',
  from: '2026-10-20',
  description: 'Bridge: 30 s hold\nSide bend, 5 times',
}

/** Read back by a general iCalendar library. */
describe('home practice as a calendar', () => {
  it('is an event a time of day, spread over the week, with a reminder', () => {
    const [morning, evening] = parsed(homeCalendar({ ...BASE, times: ['08:30', '19:00'], daysAWeek: 3 }))
    expect([morning!.summary, evening!.startDate.hour]).toEqual(['Mobility at home', 19])
    expect(morning!.description).toBe('Bridge: 30 s hold\nSide bend, 5 times')
    expect(morning!.component.getFirstSubcomponent('valarm')!.getFirstPropertyValue('trigger')!.toString()).toBe(
      '-PT5M',
    )
    const days = Array.from(
      { length: 6 },
      (
        (iterator) => () =>
          iterator.next()
      )(morning!.iterator()),
    ).map((time) => time.dayOfWeek())
    expect(new Set(days)).toEqual(new Set([2, 4, 6]))
  })
  it('stays at the same time on the wall over the change from summer time, in every time zone', () => {
    // Summer time ends on 25 October 2026 in Europe.
    const [event] = parsed(homeCalendar({ ...BASE, times: ['08:30'], daysAWeek: 7 }))
    const iterator = event!.iterator()
    const times = Array.from({ length: 10 }, () => iterator.next())
    expect(
      times.every((time) => time.hour === 8 && time.minute === 30 && time.zone === ICAL.Timezone.localTimezone),
    ).toBe(true)
    expect(times.map((time) => time.toString().slice(0, 10))).toContain('2026-10-26')
  })
  it('begins on the first of its days, not before', () => {
    const [event] = parsed(homeCalendar({ ...BASE, times: ['08:30'], daysAWeek: 1 }))
    // 20 October 2026 is a Tuesday; once a week is Wednesday.
    expect(event!.startDate.toString()).toBe('2026-10-21T08:30:00')
  })
})
