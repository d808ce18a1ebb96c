import { describe, expect, it } from 'vitest'
import { shippedMeasure, storedMeasure } from '../../tests/measures'
import { toldResult } from './toldResult'

const WHOM = { norm: { age: 74, sex: 'female' as const }, pairs: [] }
const DAY = { on: '2026-11-25', dayWords: (iso: string) => iso }
const stands = shippedMeasure('chair-stand')
const on = (value: number, day: string, change: object = {}) =>
  storedMeasure('chair-stand', value, { takenAt: `${day}T10:00:00.000Z`, ...change })
const told = (...records: ReturnType<typeof on>[]) => toldResult(stands, 'both', { ...WHOM, records }, DAY)

describe('a result as it is said to the person', () => {
  it('is how it is now, how it was at first, what that means, and where their age is', () => {
    expect(told(on(8, '2026-06-01'), on(9, '2026-08-01'), on(12, '2026-11-01'))).toMatchObject({
      title: '30-second chair stand',
      sentences: [
        'Now, on 2026-11-01: 12 stands.',
        'At first, on 2026-06-01: 8 stands.',
        'That is more than chance: it is better.',
        // Rikli & Jones 1999 (memory): the middle half of women of 70–74.
        'Half of the people of your age and sex are between 10 stands and 15 stands.',
      ],
      points: [
        { on: '2026-06-01', value: 8 },
        { on: '2026-08-01', value: 9 },
        { on: '2026-11-01', value: 12 },
      ],
    })
  })
  it('calls nothing better or less that can be chance', () => {
    expect(told(on(8, '2026-06-01'), on(9, '2026-11-01'))!.sentences[2]).toBe(
      'That is about the same: less than 2 stands can be chance.',
    )
    expect(told(on(12, '2026-06-01'), on(8, '2026-11-01'))!.sentences[2]).toMatch(/less than it was\. Talk about it/)
    const wide = { ...WHOM, pairs: Array.from({ length: 8 }, () => [8, 12] as const) }
    const records = [on(8, '2026-06-01'), on(12, '2026-11-01')]
    expect(toldResult(stands, 'both', { ...wide, records }, DAY)!.sentences[2]).toMatch(/about the same/)
  })
  it('knows that less is better where it is', () => {
    const upAndGo = shippedMeasure('up-and-go')
    const walk = (value: number, day: string) => storedMeasure('up-and-go', value, { takenAt: `${day}T10:00:00.000Z` })
    const said = toldResult(
      upAndGo,
      'both',
      { ...WHOM, records: [walk(16, '2026-06-01'), walk(11, '2026-11-01')] },
      DAY,
    )!
    expect(said.sentences[2]).toBe('That is more than chance: it is better.')
    expect(said.better).toBe('less')
  })
  it('leaves out what was simulated, corrected, of the other side, or more than a year ago', () => {
    expect(told(on(30, '2026-11-02', { simulated: true }), on(9, '2026-11-01'))!.points).toHaveLength(1)
    expect(told(on(30, '2026-11-02', { replacedBy: crypto.randomUUID() }))).toBeNull()
    expect(toldResult(stands, 'left', { ...WHOM, records: [on(9, '2026-11-01')] }, DAY)).toBeNull()
    expect(told(on(9, '2025-06-01'))).toBeNull()
  })
  it('says one result alone without a comparison, and no band where age or sex is not known', () => {
    const unknown = { records: [on(9, '2026-11-01')], norm: { age: null, sex: 'unsaid' as const }, pairs: [] }
    const said = toldResult(stands, 'both', unknown, DAY)!
    expect(said.sentences).toEqual(['Now, on 2026-11-01: 9 stands.'])
    expect(said.band).toBeNull()
  })
})
