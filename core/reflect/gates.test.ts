import { describe, expect, it } from 'vitest'
import { storedMeasure } from '../../tests/measures'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Tier } from '../catalogue/words'
import { failedTiers, gateStatus, nextGate } from './gates'

const { gates } = shippedCatalogue()
const gate = (to: Tier) => gates.find((other) => other.to === to)!
const ON = '2026-11-25'
const DAYS = shippedCatalogue().judgement.evidence.days
/** The same result a week before: a fail takes two tries. */
const twice = (record: ReturnType<typeof storedMeasure>) => [
  { ...record, id: `${record.id}-before`, takenAt: '2026-01-01T10:00:00.000Z' },
  record,
]
const states = (
  to: Tier,
  records: Parameters<typeof gateStatus>[1],
  considerations: Parameters<typeof gateStatus>[2]['considerations'] = [],
) =>
  gateStatus(gate(to), records, { considerations, on: ON, countsForDays: DAYS }).conditions.map(
    (condition) => condition.state,
  )

describe('the gate before standing', () => {
  const all = [
    storedMeasure('own-seat-stands', 5),
    storedMeasure('feet-together', 10),
    storedMeasure('half-tandem', 10),
    storedMeasure('behind-chair-stand', 120, { pain: 3 }),
  ]
  it('is passed when all four are', () => {
    expect(gateStatus(gate('standing'), all, { considerations: [], on: ON, countsForDays: DAYS }).state).toBe('passed')
  })
  it.each([
    ['four stands', 0, { value: 4 }, 'failed'],
    ['half a step for 9.9 s', 2, { value: 9.9 }, 'failed'],
    ['a pain of 4 behind the chair', 3, { pain: 4 }, 'failed'],
    ['no pain asked for', 3, { pain: null }, 'not-measured'],
    ['a result of last winter', 1, { takenAt: '2026-01-10T10:00:00.000Z' }, 'too-old'],
  ])('is not with %s', (_, at, change, state) => {
    const records = all.flatMap((record, index) => (index === at ? twice({ ...record, ...change }) : [record]))
    expect(states('standing', records)[at]).toBe(state)
    expect(gateStatus(gate('standing'), records, { considerations: [], on: ON, countsForDays: DAYS }).state).toBe(state)
  })
  it('is missed once and not failed after one try, which moves nobody', () => {
    const records = all.map((record, index) => (index === 1 ? { ...record, value: 9.8 } : record))
    expect(states('standing', records)[1]).toBe('once-missed')
    const good = { ...all[1]!, id: 'good', takenAt: '2026-11-10T10:00:00.000Z' }
    expect(states('standing', [good, ...records])[1]).toBe('once-missed')
  })
  it('says what was never measured, and what a failed one outweighs', () => {
    expect(states('standing', [])).toEqual(['not-measured', 'not-measured', 'not-measured', 'not-measured'])
    expect(
      gateStatus(gate('standing'), twice(storedMeasure('feet-together', 4)), {
        considerations: [],
        on: ON,
        countsForDays: DAYS,
      }).state,
    ).toBe('failed')
  })
})

describe('the gate before the floor', () => {
  it('takes one of two: heel to toe for 10 s, or up and go under 12 s', () => {
    expect(states('floor', [storedMeasure('tandem', 6), storedMeasure('up-and-go', 11.9)])[2]).toBe('passed')
    const slow = [...twice(storedMeasure('tandem', 6)), ...twice(storedMeasure('up-and-go', 12))]
    expect(states('floor', slow)[2]).toBe('failed')
    expect(states('floor', [storedMeasure('tandem', 10)])[2]).toBe('passed')
  })
  it.each([
    [0, 'passed'],
    [1, 'passed'],
    [2, 'passed'],
    [3, 'failed'],
  ])('help %i getting down and up: %s', (help, state) => {
    expect(states('floor', twice(storedMeasure('down-and-up-help', help)))[0]).toBe(state)
  })
  it('takes a cleared stand-in for kneeling', () => {
    expect(states('floor', [], [{ consideration: 'cannot-kneel', clearedBy: 'Dr Example' }])[1]).toBe('passed')
    expect(states('floor', [], [{ consideration: 'cannot-kneel', clearedBy: '' }])[1]).toBe('not-measured')
  })
})

describe('the next gate', () => {
  it('is the one before the first tier that is not open', () => {
    expect(nextGate(gates, { bed: 'yes', chair: 'yes', standing: 'with-help', floor: 'no' })?.to).toBe('standing')
    expect(nextGate(gates, { bed: 'yes', chair: 'yes', standing: 'yes', floor: 'yes' })).toBeNull()
  })
  it('is named when it was tried and not passed', () => {
    const statuses = gates.map((one) =>
      gateStatus(one, [...twice(storedMeasure('tandem', 3)), ...twice(storedMeasure('up-and-go', 20))], {
        considerations: [],
        on: ON,
        countsForDays: DAYS,
      }),
    )
    expect([...failedTiers(statuses)]).toEqual(['floor'])
  })
})
