import fc from 'fast-check'
import { TheilSenRegression } from 'ml-regression-theil-sen'
import { describe, expect, it } from 'vitest'
import { trendLine, trendOf, trendWords, type Point } from './trend'

const points = (days: readonly number[], values: readonly number[]): Point[] =>
  days.map((day, at) => ({ day, value: values[at]! }))
const daysOf = (counts: number[]) =>
  fc
    .constantFrom(...counts)
    .chain((count) => fc.uniqueArray(fc.integer({ min: 0, max: 700 }), { minLength: count, maxLength: count }))
    .map((all) => all.sort((a, b) => a - b))
const seriesOf = (...counts: number[]) =>
  daysOf(counts).chain((all) =>
    fc
      .array(fc.integer({ min: -40, max: 60 }), { minLength: all.length, maxLength: all.length })
      .map((values) => points(all, values)),
  )

describe('the line through results', () => {
  // Sen 1968, Journal of the American Statistical Association 63, the worked example (memory): the slope is 4.
  it('has the slope of Sen’s own example', () => {
    const sen = trendOf(points([1, 2, 3, 4, 10, 12, 18], [9, 15, 19, 20, 45, 55, 78]))!
    expect(sen.slope).toBe(4)
    // At 95 % of seven points, N' = 21 slopes: var S = 7·6·19/18 = 44.33, spread 13.05, so the 4th and the 18th of
    // them.
    expect(sen.band).toEqual({ low: 26 / 7, high: 35 / 8 })
  })
  // The other takes the lower of two middle slopes, so only odd counts of slopes can be compared.
  it('has the slope of an independent implementation (ml-regression-theil-sen), whatever the results', () => {
    fc.assert(
      fc.property(seriesOf(3, 6, 7, 10, 11, 14, 23), (all) => {
        const other = new TheilSenRegression(
          all.map((point) => point.day),
          all.map((point) => point.value),
        )
        expect(trendOf(all)!.slope).toBeCloseTo(other.slope, 9)
      }),
    )
  })
  it('has a band that holds its slope, and turns with the sign', () => {
    fc.assert(
      fc.property(seriesOf(4, 5, 9, 16, 24), (all) => {
        const trend = trendOf(all)!
        expect(trend.band!.low).toBeLessThanOrEqual(trend.slope)
        expect(trend.band!.high).toBeGreaterThanOrEqual(trend.slope)
        const turned = trendOf(all.map(({ day, value }) => ({ day, value: -value })))!
        expect(turned.slope).toBeCloseTo(-trend.slope, 12)
      }),
    )
  })
  it('does not follow one wild result', () => {
    const calm = trendOf(points([0, 10, 20, 30, 40, 50], [10, 11, 12, 13, 14, 15]))!
    const wild = trendOf(points([0, 10, 20, 30, 40, 50], [10, 11, 12, 113, 14, 15]))!
    expect(wild.slope).toBeCloseTo(calm.slope, 12)
  })
})

describe('what is said of it', () => {
  it.each([
    [[10, 12, 13, 15, 16, 18], 'rising'],
    [[18, 16, 15, 13, 12, 10], 'falling'],
    [[10, 12, 9, 11, 10, 12], 'level'],
    [[10, 12, 13], 'too early'],
    [[7, 7, 7, 7, 7], 'level'],
  ])('%j is %s', (values, word) => {
    expect(
      trendOf(
        points(
          values.map((_, at) => at * 14),
          values,
        ),
      )!.word,
    ).toBe(word)
  })
  it('is nothing from a single day', () => {
    expect(trendOf(points([3, 3, 3], [1, 2, 3]))).toBeNull()
    expect(trendOf([])).toBeNull()
  })
  it('says which way is good', () => {
    const rising = trendOf(points([0, 30, 60, 90, 120], [10, 11, 12, 13, 14]))!
    const amount = (value: number) => `${value.toFixed(1)} s`
    expect(trendWords(rising, 'more', amount)).toBe('rising by 1.0 s a month')
    expect(trendWords(rising, 'less', amount)).toContain('look at it')
  })
})

describe('the line to draw', () => {
  const all = points([0, 10, 20, 30, 40], [10, 12, 13, 16, 17])
  it('runs inside its band, which is narrowest in the middle', () => {
    const drawn = trendLine(all, trendOf(all)!, [0, 20, 40])
    for (const { value, low, high } of drawn) expect(low <= value && value <= high).toBe(true)
    expect(drawn[1]!.high - drawn[1]!.low).toBeCloseTo(0, 12)
    expect(drawn[0]!.high - drawn[0]!.low).toBeGreaterThan(0)
  })
  it('is not drawn while it is too early', () => {
    expect(trendLine(all.slice(0, 3), trendOf(all.slice(0, 3))!, [0, 20])).toEqual([])
  })
})
