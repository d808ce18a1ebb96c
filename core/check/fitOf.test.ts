import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { planWith } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { fitOf, type CircleToFit } from './fitOf'

const catalogue = shippedCatalogue()
const plan = planWith(['paced-breath', 'posture-lift', 'bridge', 'ankle-on-knee', 'paced-breath'], { minutes: 15 })
const circle = (people: CircleToFit['people'], change: Partial<CircleToFit> = {}): CircleToFit => ({
  circle: { minutes: 15, helpers: 1, climbAtMost: 4 },
  people,
  whenOf: () => ({ daysAway: 7 }),
  met: new Set(catalogue.movements.keys()),
  venue: { cupboard: { cushion: 5, strap: 5, pillow: 5 } },
  catalogue,
  ...change,
})

describe('a plan held against another circle', () => {
  it('fits a circle of people without limits', () => {
    expect(fitOf(plan, circle([personIn('chair')]))).toMatchObject({ mayBeLed: true, leftOut: [] })
  })
  it('names who is left out and by what', () => {
    const fit = fitOf(
      plan,
      circle([
        personIn('bed', {
          id: 'b',
          considerations: [{ consideration: 'heart-condition-not-cleared', side: 'both', clearedBy: '' }],
        }),
        personIn('chair', { id: 'c' }),
      ]),
    )
    expect(fit.leftOut).toEqual([{ person: 'b', movements: ['posture-lift', 'bridge', 'ankle-on-knee'] }])
  })
  it('takes longer where people move slowly', () => {
    const brisk = fitOf(plan, circle([personIn('floor', { pace: 'brisk' })])).seconds
    expect(fitOf(plan, circle([personIn('floor', { pace: 'very-slow' })])).seconds).toBeGreaterThan(brisk)
  })
  it('says which props the other cupboard has too few of', () => {
    const four = ['a', 'b', 'c', 'd'].map((id) => personIn('bed', { id }))
    const { checks } = fitOf(
      planWith(['paced-breath', 'active-straight-leg-raise', 'paced-breath'], { minutes: 10 }),
      circle(four, { venue: { cupboard: {} } }),
    )
    expect(checks.some((check) => check.id.startsWith('short') || check.id.startsWith('instead'))).toBe(true)
  })
})
