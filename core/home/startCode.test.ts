import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { readClock } from '../lead/clock'
import { scriptOf } from '../lead/script'
import { timelineOf } from '../plan/timeline'
import {
  beginningBy,
  planNumber,
  readStartCode,
  START_SIGNS,
  startCode,
  startMoment,
  startRefusalWords,
} from './startCode'
import { printedSigns } from './signs'

const DAY = 24 * 60 * 60 * 1000
/** 30 November 2026, 10:00 UTC. */
const TEN = Date.UTC(2026, 10, 30, 10)
const moment = fc.record({
  block: fc.integer({ min: 0, max: 60 }),
  part: fc.integer({ min: 0, max: 49 }),
  at: fc.integer({ min: -20_000, max: 20_000 }).map((ticks) => TEN + ticks * 250),
})
const plan = fc.integer({ min: 0, max: 1023 })
const place = fc.integer({ min: 0, max: START_SIGNS - 1 })
const by = fc.integer({ min: 1, max: 31 })
const SIGNS = printedSigns(
  Array.from({ length: 32 }, (_, at) => at),
  32,
)
const other = (code: string, at: number, off: number) => {
  const signs = [...code.replaceAll(' ', '')]
  signs[at] = SIGNS[(SIGNS.indexOf(signs[at]!) + off) % 32]!
  return signs.join('')
}

describe('a start code', () => {
  it('is nine signs in groups of three, and read back as it was for hours', () => {
    fc.assert(
      fc.property(plan, moment, fc.integer({ min: -6, max: 6 }), (number, said, hours) => {
        const code = startCode(number, said)
        expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{3} [0-9A-HJKMNP-TV-Z]{3} [0-9A-HJKMNP-TV-Z]{3}$/)
        const typed = code.toLowerCase().replaceAll(' ', '-').replaceAll('0', 'o')
        expect(readStartCode(typed, number, said.at + (hours * DAY) / 24)).toEqual(said)
      }),
      { numRuns: 1000 },
    )
  })
  it('is put right where one sign is wrong, and refused where two are', () => {
    fc.assert(
      fc.property(plan, moment, place, by, place, by, (number, said, a, x, b, y) => {
        fc.pre(a !== b)
        const one = other(startCode(number, said), a, x)
        expect(readStartCode(one, number, said.at)).toEqual(said)
        expect(readStartCode(other(one, b, y), number, said.at)).toEqual({ refused: { kind: 'wrong' } })
      }),
      { numRuns: 2000 },
    )
  })
  it('is taken by no file of another plan', () => {
    fc.assert(
      fc.property(plan, plan, moment, (number, another, said) => {
        fc.pre(number !== another)
        expect(readStartCode(startCode(number, said), another, said.at)).toHaveProperty('refused')
      }),
      { numRuns: 2000 },
    )
  })
  it('says what is wrong with it', () => {
    const said = [
      readStartCode('AB', 1, TEN),
      readStartCode('ABC DEF GHU', 1, TEN),
      readStartCode(other(other(startCode(1, { block: 0, part: 0, at: TEN }), 0, 1), 5, 1), 1, TEN),
      readStartCode(startCode(2, { block: 0, part: 0, at: TEN }), 1, TEN),
    ].map((read) => ('refused' in read ? startRefusalWords(read.refused) : ''))
    expect(said).toEqual([
      'That is 2 signs; a start code has 9.',
      'Sign 9, U, is none of a start code: ask for group 3 again.',
      'More than one sign is wrong, or the class has another plan by now: ask for it again, three at a time.',
      'This code is of another class, or the plan was changed since this file was made: begin by hand below.',
    ])
  })
  it('has no place for what no plan has', () => {
    expect(() => startCode(1, { block: 61, part: 0, at: TEN })).toThrow(RangeError)
    expect(() => startCode(1, { block: 0, part: 50, at: TEN })).toThrow(RangeError)
  })
})

describe('a file that is set by a code', () => {
  const plan = planWith(['weight-shifts', 'side-bend', 'heel-raises'])
  const people = [personIn('chair', { id: 'ann' }), personIn('floor', { id: 'bo' })]
  const steps = scriptOf(timelineOf(plan, ridersIn(plan, people), new Set(), shippedCatalogue()))
  const ids = plan.blocks.map(({ id }) => id)
  const seconds = steps.reduce((sum, step) => sum + step.seconds, 0)
  it('is where the class is, whatever is going on, and stays so', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: seconds - 1, noNaN: true }),
        fc.integer({ min: 0, max: 600 }),
        (into, late) => {
          const now = TEN + into * 1000
          const events = [{ id: 's', at: TEN, event: 'start' as const, script: steps }]
          const said = startMoment(steps, readClock(events, now), ids, now)!
          const read = readStartCode(startCode(7, said), 7, now + late * 1000)
          if ('refused' in read) throw new Error('It is not read.')
          const began = beginningBy(steps, ids, read)!
          expect(Math.abs(began - TEN)).toBeLessThanOrEqual(125)
        },
      ),
      { numRuns: 500 },
    )
  })
  it('follows a class that was led on, back and stretched', () => {
    const step = steps.findLastIndex(({ kind }) => kind === 'work')
    const led = [
      { id: 'a', at: TEN, event: 'start' as const, script: steps },
      { id: 'b', at: TEN + 20_000, event: 'goTo' as const, step },
      { id: 'c', at: TEN + 21_000, event: 'stretch' as const, step, seconds: 30 },
    ]
    const now = TEN + 30_000
    const at = readClock(led, now)
    const began = beginningBy(steps, ids, startMoment(steps, at, ids, now)!)!
    const along = readClock([{ id: 's', at: began, event: 'start', script: steps }], now)
    expect([along.step, Math.round(along.elapsedMs / 1000)]).toEqual([at.step, Math.round(at.elapsedMs / 1000)])
  })
  it('has a code while the class runs alone', () => {
    const at = { step: 0, elapsedMs: 0, leftMs: 1000 }
    for (const status of ['ready', 'paused', 'finished'] as const)
      expect(startMoment(steps, { ...at, status }, ids, TEN)).toBeNull()
    expect(startMoment(steps, { ...at, status: 'running' }, [], TEN)).toBeNull()
  })
  it('has no place where its own rounds are fewer', () => {
    expect(beginningBy(steps, ids, { block: 0, part: 49, at: TEN })).toBeNull()
    expect(beginningBy(steps, ids, { block: ids.length + 1, part: 0, at: TEN })).toBeNull()
    const end = steps.slice(0, -1).reduce((sum, step) => sum + step.seconds, 0)
    expect(beginningBy(steps, ids, { block: ids.length, part: 0, at: TEN })).toBe(TEN - end * 1000)
  })
})

describe('the number of a plan', () => {
  const blocks = ['a', 'b', 'c'].map((id) => ({ id, movement: `m-${id}`, rounds: 2 }))
  it('changes with its meeting, its blocks, their order and their rounds', () => {
    const numbers = [
      blocks,
      blocks.toReversed(),
      blocks.slice(1),
      blocks.map((block) => ({ ...block, rounds: 3 })),
      blocks.with(0, { ...blocks[0]!, movement: 'other' }),
    ].map((of) => planNumber('monday', of))
    numbers.push(planNumber('tuesday', blocks))
    expect(new Set(numbers).size).toBe(6)
    for (const number of numbers) expect(number >= 0 && number < 1024 && Number.isInteger(number)).toBe(true)
  })
})
