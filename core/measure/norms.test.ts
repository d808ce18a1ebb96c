import { describe, expect, it } from 'vitest'
import { shippedMeasure } from '../../tests/measures'
import { againstNorm, bandFor } from './norms'

const stands = shippedMeasure('chair-stand')
const [steadi, middleHalf] = stands.norms
const AGES = [60, 65, 70, 75, 80, 85, 90]

// CDC STEADI, 30-second chair stand, below-average scores by age group; from memory.
const STEADI = { male: [14, 12, 12, 11, 10, 8, 7], female: [12, 11, 10, 10, 9, 8, 4] }
// Rikli & Jones 1999, Senior Fitness Test, middle half of each age group; from memory. Chair stand in stands, the rest
// in inches.
const RIKLI_JONES = {
  'chair-stand': {
    female: [
      [12, 17],
      [11, 16],
      [10, 15],
      [10, 15],
      [9, 14],
      [8, 13],
      [4, 11],
    ],
    male: [
      [14, 19],
      [12, 18],
      [12, 17],
      [11, 17],
      [10, 15],
      [8, 14],
      [7, 12],
    ],
  },
  'sit-and-reach': {
    female: [
      [-0.5, 5],
      [-0.5, 4.5],
      [-1, 4],
      [-1.5, 3.5],
      [-2, 3],
      [-2.5, 2.5],
      [-4.5, 1],
    ],
    male: [
      [-2.5, 4],
      [-3, 3],
      [-3, 3],
      [-4, 2],
      [-5.5, 1.5],
      [-5.5, 0.5],
      [-6.5, -0.5],
    ],
  },
  'back-scratch': {
    female: [
      [-3, 1.5],
      [-3.5, 1.5],
      [-4, 1],
      [-5, 0.5],
      [-5.5, 0],
      [-7, -1],
      [-8, -1],
    ],
    male: [
      [-6.5, 0],
      [-7.5, -1],
      [-8, -1],
      [-9, -2],
      [-9.5, -2],
      [-9.5, -3],
      [-10.5, -4],
    ],
  },
} as const
const SEXES = ['female', 'male'] as const

describe('the 30-second chair stand against CDC STEADI (memory)', () => {
  const cases = SEXES.flatMap((sex) =>
    AGES.flatMap((from, at) => [from, from + 4].map((age) => ({ sex, age, limit: STEADI[sex][at]! }))),
  )
  it.each(cases)('$sex of $age: below average under $limit', ({ sex, age, limit }) => {
    expect(againstNorm(steadi!, stands, limit - 1, { age, sex }).verdict).toBe('below')
    expect(againstNorm(steadi!, stands, limit, { age, sex }).verdict).toBe('within')
  })
})

describe('the middle half of Rikli & Jones 1999 (memory)', () => {
  const cases = Object.entries(RIKLI_JONES).flatMap(([id, table]) =>
    SEXES.flatMap((sex) =>
      AGES.flatMap((from, at) => [from, from + 4].map((age) => ({ id, sex, age, band: table[sex][at]! }))),
    ),
  )
  it.each(cases)('$id, $sex of $age: $band', ({ id, sex, age, band: [low, high] }) => {
    const measure = shippedMeasure(id)
    const table = measure.norms.find((norm) => norm.kind === 'middle-half')!
    const unit = id === 'chair-stand' ? 1 : 2.54
    const verdict = (value: number) => againstNorm(table, measure, value, { age, sex }).verdict
    expect([verdict(low * unit), verdict(high * unit)]).toEqual(['within', 'within'])
    expect([verdict(low * unit - 0.1), verdict(high * unit + 0.1)]).toEqual(['below', 'above'])
    expect(bandFor(measure, { age, sex })).toEqual({ low: low * unit, high: high * unit })
  })
})

describe('what a table does not say', () => {
  it.each([59, 95])('says nothing about %i years, and does not guess', (age) => {
    for (const table of [steadi!, middleHalf!]) {
      expect(againstNorm(table, stands, 10, { age, sex: 'female' })).toMatchObject({
        verdict: 'none',
        words: expect.stringContaining(`covers ages 60 to 94 and says nothing about ${age}`),
      })
    }
    expect(bandFor(stands, { age, sex: 'female' })).toBeNull()
  })
  it('says that age or sex is missing', () => {
    expect(againstNorm(steadi!, stands, 10, { age: null, sex: 'female' }).words).toContain('year of birth')
    expect(againstNorm(steadi!, stands, 10, { age: 70, sex: 'unsaid' }).words).toContain('by sex')
  })
})

describe('limits and references', () => {
  // CDC STEADI (memory): 12 s or more in the timed up and go, and a tandem stand under 10 s, go with a raised risk of
  // falling.
  it.each([
    ['up-and-go', 11.9, 'within'],
    ['up-and-go', 12, 'below'],
    ['tandem', 9.9, 'below'],
    ['tandem', 10, 'within'],
  ])('%s of %d s: %s', (id, value, verdict) => {
    const measure = shippedMeasure(id)
    expect(againstNorm(measure.norms[0]!, measure, value, { age: 75, sex: 'unsaid' }).verdict).toBe(verdict)
  })
  // Springer et al. 2007 (memory).
  it.each([
    [60, '32.1 s'],
    [69, '32.1 s'],
    [70, '21.5 s'],
    [79, '21.5 s'],
    [80, '9.4 s'],
    [99, '9.4 s'],
  ])('one-leg stand at %i: a mean of %s, no verdict near it, and under half of it that is said', (age, mean) => {
    const measure = shippedMeasure('one-leg-stand')
    const said = (value: number) => againstNorm(measure.norms[0]!, measure, value, { age, sex: 'unsaid' })
    expect(said(parseFloat(mean) * 0.8)).toMatchObject({ verdict: 'within', words: expect.stringContaining(mean) })
    expect(said(3)).toMatchObject({ verdict: 'below', words: expect.stringContaining(`half of the mean`) })
  })
  // AAOS joint motion (memory): 45° of hip rotation, 135° of knee bend, 35° of foot turning in.
  it.each([
    ['hip-turn-in', 10, 'below'],
    ['hip-turn-in', 40, 'within'],
    ['knee-bend', 95, 'below'],
    ['ankle-inward', 34, 'within'],
  ])('%s of %d°: %s what is usual, by more than the measuring errs', (id, value, verdict) => {
    const measure = shippedMeasure(id)
    expect(againstNorm(measure.norms[0]!, measure, value, { age: 70, sex: 'female' }).verdict).toBe(verdict)
  })
  // EWGSOP2, Cruz-Jentoft et al. 2019 (memory): grip 27 and 16 kg, five stands 15 s, 0.8 m/s over 4 m are 5 s.
  it.each([
    ['grip', 26.9, 'male', 'below'],
    ['grip', 27, 'male', 'within'],
    ['grip', 15.9, 'female', 'below'],
    ['five-stands-time', 14.9, 'female', 'within'],
    ['five-stands-time', 15.1, 'female', 'below'],
    ['four-metre-walk', 4.9, 'male', 'within'],
    ['four-metre-walk', 5, 'male', 'below'],
  ] as const)('%s of %d, %s: %s', (id, value, sex, verdict) => {
    const measure = shippedMeasure(id)
    expect(againstNorm(measure.norms[0]!, measure, value, { age: 75, sex }).verdict).toBe(verdict)
  })
  it('counts heel raises without a pass or a fail', () => {
    const measure = shippedMeasure('heel-raises')
    for (const value of [0, 12, 40])
      expect(againstNorm(measure.norms[0]!, measure, value, { age: 80, sex: 'male' }).verdict).toBe('within')
  })
})
