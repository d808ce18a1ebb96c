import { beforeAll, describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../shippedCatalogue'
import { CASES } from './cells'
import { judged, type Cell } from './halfYear'
import { GOOD, PATCHY } from './notes'
import type { Judged } from './tally'

/**
 * Invented bodies, led for half a year: is the judgement sound? A small draw of what `npm run population` publishes, so
 * the bounds leave room for chance. What is too hard and what is too easy are held together.
 */
const PEOPLE = 70
const SEED = 7
const run = (cell: Omit<Cell, 'catalogue' | 'people' | 'seed'>): Judged =>
  judged({ ...cell, catalogue: shippedCatalogue(), people: PEOPLE, seed: SEED })

const results = new Map<string, Judged>()
beforeAll(() => {
  for (const { name, school, noting, wanted } of CASES)
    if (wanted) results.set(name, run({ school, noting, judge: 'belief' }))
}, 300_000)

describe('the belief over 26 weeks of a simulated population with all movements', () => {
  it.each(CASES.flatMap(({ name, wanted }) => (wanted ? [{ name, ...wanted }] : [])))(
    '$name: neither too hard nor too easy',
    ({ name, avoidable, under }) => {
      const result = results.get(name)!
      expect(result.blocks).toBeGreaterThan(8000)
      // Two thirds more than is published for 400 people: a draw of 70.
      expect(result.avoidable).toBeLessThan(avoidable * 1.7)
      expect(result.under).toBeLessThan(under * 1.15)
    },
  )
  it('is within one level of what a body can do after six meetings for 85 of 100, with patchy notes', () => {
    expect(results.get('Dwell, patchy')!.withinAfterSix).toBeGreaterThan(0.85)
  })
  it('puts five questions and shows fifteen rows to a class of eight at most', () => {
    for (const [name, { asks, rows }] of results) {
      expect(asks, name).toBeLessThanOrEqual(5)
      expect(rows, name).toBeLessThanOrEqual(15)
    }
  })
  it('meets a true drop of two levels within one level after two more meetings for 93 of 100', () => {
    const { dropsMet } = run({ school: 'dwell', noting: GOOD, judge: 'belief', drops: true })
    expect(dropsMet).toBeGreaterThanOrEqual(0.93)
  })
  it('holds fewer back than counting does, by ten points and more, and is safer than going by the last time', () => {
    const belief = results.get('Dwell, patchy')!
    const counting = run({ school: 'dwell', noting: PATCHY, judge: 'counting' })
    const naive = run({ school: 'dwell', noting: PATCHY, judge: 'naive' })
    expect(belief.under).toBeLessThan(counting.under - 0.1)
    expect(belief.avoidable).toBeLessThan(naive.avoidable / 3)
  })
})
