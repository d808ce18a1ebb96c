import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { shippedMeasure } from '../../tests/measures'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { GOAL_STEPS } from './goal'
import { goalSteps, proposedTarget, stepAt, stepSign, stepWords, wrongAim } from './goalSteps'

const catalogue = shippedCatalogue()
const tests = [...new Set([...catalogue.tasks.values()].map(({ measure }) => shippedMeasure(measure)))]
const aimed = (start: number | null, target: number | null) => ({ start, target, steps: [] })

describe.each(tests.map((measure) => [measure.name, measure] as const))('%s', (_, measure) => {
  const most = Math.min(measure.accepts.to, measure.stopAt ?? Infinity)
  const starts = fc
    .double({ min: measure.accepts.from, max: most, noNaN: true })
    .map((start) => Math.round(start * 10) / 10)
  const isMore = measure.better === 'more'
  const further = (value: number, by: number) => (isMore ? value + by : value - by)

  it('proposes an aim that is a real change, or says that from there it can show none', () => {
    fc.assert(
      fc.property(starts, (start) => {
        const target = proposedTarget(measure, start)
        const wrong = wrongAim(aimed(start, target), measure)
        if (wrong.start !== undefined) {
          expect(wrong.start).toMatch(/no real change/)
          return
        }
        expect(wrong).toEqual({})
        expect(target).toBeGreaterThanOrEqual(measure.accepts.from)
        expect(target).toBeLessThanOrEqual(most)
        expect(isMore ? target - start : start - target).toBeGreaterThanOrEqual(measure.realChange!.amount - 1e-6)
      }),
    )
  })
  it('begins at −1, is 0 as aimed, and keeps what each step says', () => {
    fc.assert(
      fc.property(starts, (start) => {
        const goal = aimed(start, proposedTarget(measure, start))
        fc.pre(Object.keys(wrongAim(goal, measure)).length === 0)
        expect(stepAt(goal, measure, start)).toBe(-1)
        expect(stepAt(goal, measure, goal.target!)).toBe(0)
        expect(stepAt(goal, measure, further(start, -measure.realChange!.amount - 0.2))).toBe(-2)
        for (const { step, from } of goalSteps(goal, measure)) {
          if (from === null) continue
          expect(stepAt(goal, measure, from)).toBe(step)
          expect(stepAt(goal, measure, further(from, -0.1))).toBeLessThan(step)
        }
      }),
    )
  })
  it('never goes back where the result gets better', () => {
    fc.assert(
      fc.property(starts, starts, starts, (start, one, other) => {
        const goal = aimed(start, proposedTarget(measure, start))
        fc.pre(Object.keys(wrongAim(goal, measure)).length === 0)
        const [worse, better] = [Math.min(one, other), Math.max(one, other)].sort((a, b) => (isMore ? a - b : b - a))
        expect(stepAt(goal, measure, better!)).toBeGreaterThanOrEqual(stepAt(goal, measure, worse!))
      }),
    )
  })
})

describe('steps in words', () => {
  const stairs = shippedMeasure('stairs-up')
  it('says from which amount each is reached', () => {
    expect(goalSteps(aimed(30, 20), stairs).map(({ words }) => words)).toEqual([
      'a real change to the worse: more than 32 s',
      'as at the start, 30 s, or on the way from there',
      '20 s or less',
      '15 s or less',
      '10 s or less',
    ])
  })
  it('says where a test cannot show more', () => {
    const counter = shippedMeasure('stand-at-counter')
    expect(goalSteps(aimed(60, 110), counter).map(({ from }) => from)).toEqual([null, 40, 110, null, null])
    expect(goalSteps(aimed(60, 110), counter)[4]!.words).toBe('more than the test can show')
  })
  it('is told in their words, and in the usual ones where they are left out', () => {
    const steps = ['', 'washed at the basin', 'in and out alone', '', '']
    expect(GOAL_STEPS.map((step) => stepWords({ ...aimed(null, null), steps }, undefined, step))).toEqual([
      'less than at the start',
      'washed at the basin',
      'in and out alone',
      'somewhat more than aimed',
      'much more than aimed',
    ])
    expect(GOAL_STEPS.map(stepSign)).toEqual(['−2', '−1', '0', '+1', '+2'])
  })
  it('refuses an aim that is none, at its field', () => {
    expect(wrongAim(aimed(30, 29), stairs).target).toBe('A real change takes 2 s: aim at 28 s or less.')
    expect(wrongAim(aimed(30, 40), stairs).target).toMatch(/aim at 28 s or less/)
    expect(wrongAim(aimed(300, 40), stairs).start).toMatch(/Between 2 and 120 s/)
    expect(wrongAim(aimed(30, 1), stairs).target).toMatch(/Between 2 and 120 s/)
    expect(wrongAim(aimed(2, 2), stairs).start).toMatch(/no real change/)
    expect(wrongAim(aimed(null, null), stairs)).toEqual({})
  })
})
