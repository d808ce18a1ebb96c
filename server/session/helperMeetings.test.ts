import { addDays, formatISO, setHours, subDays } from 'date-fns'
import { describe, expect, it } from 'vitest'
import { followMeeting, readMeeting, sendMessage } from '../../core/contract/meetings'
import { mayAskOf, mayOpen } from './helperMeetings'

const now = new Date(2026, 10, 28, 12)
const helper = { id: 'h', role: 'helper' } as const
const lead = { id: 'l', role: 'lead' } as const
const on = (date: Date, ledBy: string | null = null) => ({ startsAt: formatISO(date), ledBy })

describe('the meetings that a helper may open', () => {
  it.each([
    ['the day before yesterday, late', setHours(subDays(now, 2), 23), false],
    ['yesterday, early', setHours(subDays(now, 1), 0), true],
    ['today', now, true],
    ['tomorrow, late', setHours(addDays(now, 1), 23), true],
    ['the day after tomorrow', setHours(addDays(now, 2), 0), false],
  ])('%s: %s, %s', (_, date, isOpen) => {
    expect(mayOpen(helper, on(date), now)).toBe(isOpen)
    expect(mayOpen(lead, on(date), now)).toBe(true)
    expect(mayOpen(helper, on(date, 'somebody else'), now)).toBe(isOpen)
    expect(mayOpen(helper, on(date, 'h'), now)).toBe(true)
  })
  it('takes in what was noted for weeks, and shows nothing of it', () => {
    const [lately, longAgo, ahead] = [subDays(now, 30), subDays(now, 32), addDays(now, 3)].map((date) => on(date))
    const asked = (meeting = lately!) =>
      [sendMessage, readMeeting, followMeeting].map((route) => mayAskOf(helper, route, meeting, now))
    expect(asked()).toEqual([true, false, false])
    expect(asked(longAgo)).toEqual([false, false, false])
    expect(asked(ahead)).toEqual([false, false, false])
  })
})
