import { describe, expect, it } from 'vitest'
import { endOf, type ClassHours } from './lifetime'

/** A moment of one week in November: day and hour. */
const at = (day: number, hour: number, minute = 0) => new Date(Date.UTC(2026, 10, day, hour, minute))
const held = (startsAt: Date, minutes = 45, begunAt: Date | null = null): ClassHours => ({ startsAt, begunAt, minutes })
const helper = (madeAt: Date, seenAt = madeAt) => ({ role: 'helper', madeAt, seenAt }) as const
const lead = (madeAt: Date, seenAt = madeAt) => ({ role: 'lead', madeAt, seenAt }) as const

describe('the end of a session', () => {
  it.each([
    ['a helper who does nothing for an hour', helper(at(9, 8)), at(9, 9)],
    ['a helper who was here all day, after twelve hours', helper(at(9, 8), at(9, 19, 50)), at(9, 20)],
    ['a lead who does not come back for a week and a day', lead(at(2, 8)), at(10, 8)],
    [
      'a lead who comes back every week, after thirty days',
      lead(new Date(Date.UTC(2026, 9, 12)), at(10, 8)),
      at(11, 0),
    ],
  ])('comes for %s', (_, session, end) => {
    expect(endOf(session, [])).toEqual(end)
  })
  it.each([
    ['two hours past the planned end of the class', [held(at(9, 8, 30))], at(9, 11, 15)],
    ['later by as much as the class began later', [held(at(9, 8, 30), 45, at(9, 8, 50))], at(9, 11, 35)],
    ['from the moment in which one began early', [held(at(9, 9, 20), 45, at(9, 8, 55))], at(9, 12, 5)],
    [
      'past the last of classes that follow each other, in whatever order they are told',
      [held(at(9, 11)), held(at(9, 8, 30))],
      at(9, 13, 45),
    ],
    ['not for a class that began when it was over', [held(at(9, 9, 10))], at(9, 9)],
    ['not for a class of long ago', [held(at(9, 5))], at(9, 9)],
  ] as const)('of who was here at nine less an hour waits: %s', (_, classes, end) => {
    expect(endOf(helper(at(9, 8)), classes)).toEqual(end)
  })
  it('of the longest kind waits for a class as well', () => {
    expect(endOf(helper(at(9, 8), at(9, 19, 50)), [held(at(9, 19, 30))])).toEqual(at(9, 22, 15))
  })
})
