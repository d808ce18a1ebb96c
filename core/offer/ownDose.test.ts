import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { Consideration } from '../catalogue/consideration'
import type { Dose } from '../catalogue/dose'
import type { Quality } from '../catalogue/words'
import type { Fact } from './facts'
import { limitedDose, roundSeconds, type Dosed } from './ownDose'

const catalogue = shippedCatalogue()
const row = (change: Partial<Consideration>): Fact => ({
  row: Consideration.parse({ id: 'x', name: 'Made up', origin: 'for this test', ...change }),
  own: { consideration: 'x', side: 'both', clearedBy: '' },
})
const hold = (seconds: number): Dose => ({ kind: 'hold', seconds })
const press = (seconds: number, effort: number): Dose => ({ kind: 'press', seconds, effort, ramp: 2 })
const reps = (count: number): Dose => ({ kind: 'reps', count, out: 2, pause: 0, back: 2, between: 0, lastHold: 0 })
const limited = (
  rows: Fact[],
  dose: Dose,
  {
    rounds = 1,
    restSeconds = 0,
    quality = 'strength' as Quality,
    rises = false,
  }: Partial<Dosed> & {
    quality?: Quality
    rises?: boolean
  } = {},
) =>
  limitedDose(rows, {
    given: { dose, rounds, restSeconds },
    quality,
    sides: 'both',
    tags: new Set(rises ? ['rising'] : []),
    side: 'both',
  })

describe('a dose that obeys the body', () => {
  it.each<[string, Partial<Consideration>, Dose, Dose]>([
    ['half of a hold', { doseFactor: 0.5 }, hold(30), hold(15)],
    ['half of an odd number of repetitions, rounded to less', { doseFactor: 0.5 }, reps(9), reps(4)],
    ['one repetition at least', { doseFactor: 0.5 }, reps(2), reps(1)],
    ['effort up to its limit', { effortAtMost: 50 }, press(30, 70), press(30, 50)],
    ['an effort under the limit as it is', { effortAtMost: 50 }, press(30, 30), press(30, 30)],
    ['a hold up to its limit', { holdAtMost: { seconds: 30, of: ['strength'] } }, hold(90), hold(30)],
    ['a hold of another kind as it is', { holdAtMost: { seconds: 30, of: ['control'] } }, hold(90), hold(90)],
    [
      'breath in full',
      { doseFactor: 0.5 },
      { kind: 'breath', in: 4, out: 6, cycles: 6 },
      { kind: 'breath', in: 4, out: 6, cycles: 6 },
    ],
  ])('%s', (_, change, given, expected) => {
    expect(limited([row(change)], given).dose).toEqual(expected)
  })
  it('halves the rounds where a round cannot be halved', () => {
    expect(limited([row({ doseFactor: 0.5 })], reps(1), { rounds: 4 }).rounds).toBe(2)
  })
  it('takes the strictest of several facts, and two halves as a half', () => {
    expect(limited([row({ doseFactor: 0.5 }), row({ doseFactor: 0.5 })], hold(30)).dose).toEqual(hold(15))
    expect(limited([row({ effortAtMost: 60 }), row({ effortAtMost: 50 })], press(30, 70)).dose).toEqual(press(30, 50))
  })
  it('rests for longer in the same time: 3 rounds of 30 s with 20 s are 130 s, which hold 2 with 60 s', () => {
    const own = limited([row({ restAtLeast: 60 })], hold(30), { rounds: 3, restSeconds: 20 })
    expect(own).toMatchObject({ rounds: 2, restSeconds: 60, limits: [{ kind: 'rest', seconds: 60 }] })
  })
  it('waits after every five rises in the same time: of 20 of 4 s there are 80 s, which hold 11', () => {
    const waiting = row({ waitBetween: { tag: 'rising', repetitions: 5, seconds: 30 } })
    const own = limited([waiting], reps(20), { rises: true })
    expect(own).toMatchObject({ dose: { count: 10 }, waits: { every: 5, seconds: 30 } })
    expect(roundSeconds(own, 'both')).toBe(70)
    expect(limited([waiting], reps(20)).waits).toBeNull()
  })
  it('only limits the side that a fact is about', () => {
    const one = row({ sided: true, doseFactor: 0.5 })
    one.own.side = 'left'
    const on = (side: 'left' | 'right') =>
      limitedDose([one], {
        given: { dose: hold(30), rounds: 1, restSeconds: 0 },
        quality: 'mobility',
        sides: 'each',
        tags: new Set(),
        side,
      }).dose
    expect([on('left'), on('right')]).toEqual([hold(15), hold(30)])
  })
  it('is never longer than the block, whatever facts come together', () => {
    const rows = [...catalogue.considerations.values()].map((one): Fact => ({
      row: one,
      own: { consideration: one.id, side: 'both', clearedBy: '' },
    }))
    for (const dose of [hold(60), press(30, 80), reps(12)]) {
      for (const rises of [true, false]) {
        const own = limited(rows, dose, { rounds: 3, restSeconds: 15, rises })
        const all = own.rounds * roundSeconds(own, 'both') + (own.rounds - 1) * own.restSeconds
        const there = 3 * roundSeconds({ dose, waits: null }, 'both') + 30
        expect(all).toBeLessThanOrEqual(there)
      }
    }
  })
})
