import { entryAt } from '../entries'
import { z } from 'zod'
import { medianOf } from '../number'

/** A result on its day. `day` counts from anywhere, in days. */
export interface Point {
  day: number
  value: number
}

export const Trend = z.object({
  /** Units a day: the median of all slopes between two points. */
  slope: z.number(),
  /** The value of the line on day 0. */
  intercept: z.number(),
  /** The 95 % band of the slope; null with fewer than `POINTS_NEEDED` points. */
  band: z.object({ low: z.number(), high: z.number() }).nullable(),
  word: z.enum(['rising', 'falling', 'level', 'too early']),
})
export type Trend = z.infer<typeof Trend>

/** Fewer points say nothing yet; ours. */
const POINTS_NEEDED = 4
const NORMAL_975 = 1.959963984540054

/**
 * Theil–Sen line through results, with the band of its slope from Kendall's statistic, corrected for ties.
 *
 * @returns null with fewer than two different days
 * @source Theil 1950; Sen 1968, “Estimates of the regression coefficient based on Kendall’s tau”
 * @example
 * trendOf([1, 2, 3, 4, 10, 12, 18].map((day, at) => ({ day, value: [9, 15, 19, 20, 45, 55, 78][at] })))!.slope // 4
 */
export function trendOf(points: readonly Point[]): Trend | null {
  const slopes: number[] = []
  for (let one = 0; one < points.length; one += 1) {
    for (let other = one + 1; other < points.length; other += 1) {
      const days = entryAt(points, other).day - entryAt(points, one).day
      if (days !== 0) slopes.push((entryAt(points, other).value - entryAt(points, one).value) / days)
    }
  }
  if (slopes.length === 0) return null
  slopes.sort((a, b) => a - b)
  const slope = medianOf(slopes)
  const intercept =
    medianOf(points.map((point) => point.value).sort((a, b) => a - b)) -
    slope * medianOf(points.map((point) => point.day).sort((a, b) => a - b))
  if (points.length < POINTS_NEEDED) return { slope, intercept, band: null, word: 'too early' }
  const spread = NORMAL_975 * Math.sqrt(kendallVariance(points))
  const low = entryAt(slopes, Math.max(0, Math.round((slopes.length - spread) / 2) - 1))
  const high = entryAt(slopes, Math.min(slopes.length - 1, Math.round((slopes.length + spread) / 2)))
  const notRising = high < 0 ? 'falling' : 'level'
  return { slope, intercept, band: { low, high }, word: low > 0 ? 'rising' : notRising }
}

/** Variance of Kendall's S with ties in days and in values. */
function kendallVariance(points: readonly Point[]): number {
  const term = (n: number) => n * (n - 1) * (2 * n + 5)
  const ties = (values: readonly number[]) => {
    const counts = new Map<number, number>()
    for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1)
    return [...counts.values()].reduce((sum, count) => sum + term(count), 0)
  }
  return Math.max(
    0,
    (term(points.length) - ties(points.map((point) => point.day)) - ties(points.map((point) => point.value))) / 18,
  )
}

/** A line through results with the band that its slope allows. */
export interface TrendPoint {
  day: number
  value: number
  low: number
  high: number
}

/**
 * The trend's line and band on given days. The band opens on both sides of the middle of the results, where the line
 * is best known.
 *
 * @returns one point a day; empty without a band
 * @example
 * trendLine([{ day: 0, value: 1 }, { day: 1, value: 3 }, { day: 2, value: 5 }], trendOf([0, 1, 2, 3, 4].map((day)
 * => ({ day, value: 1 + 2 * day }))), [3])[0].value
 * // 7
 */
export function trendLine(points: readonly Point[], trend: Trend, days: readonly number[]): TrendPoint[] {
  const { band } = trend
  if (!band) return []
  const middle = medianOf(points.map((point) => point.day).sort((a, b) => a - b))
  const pivot = trend.intercept + trend.slope * middle
  return days.map((day) => {
    const ends = [pivot + band.low * (day - middle), pivot + band.high * (day - middle)]
    return { day, value: trend.intercept + trend.slope * day, low: Math.min(...ends), high: Math.max(...ends) }
  })
}

/**
 * A trend in words of a month; direction says whether it is good.
 *
 * @example
 * trendWords(trendOf([0, 7, 14, 21, 28].map((day) => ({ day, value: day }))), 'more', (value) => `${value} cm`)
 * // 'rising by 30.44 cm a month'
 */
export function trendWords(trend: Trend, better: 'more' | 'less', amount: (value: number) => string): string {
  if (trend.word === 'too early') return 'too early to say'
  if (trend.word === 'level') return 'level'
  const isGood = (trend.word === 'rising') === (better === 'more')
  return `${trend.word} by ${amount(Math.abs(trend.slope * 30.44))} a month${isGood ? '' : ': look at it'}`
}
