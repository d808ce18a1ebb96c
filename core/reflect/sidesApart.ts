import { differenceInCalendarDays, parseISO } from 'date-fns'
import { z } from 'zod'
import { entryAt } from '../entries'
import { grouped } from '../grouped'
import { Trend, trendOf } from '../measure/trend'
import type { DatedOutcome } from './datedOutcome'

/** How far a weaker side is behind over the weeks, and whether it catches up. */
export const SidesApart = z.object({
  /** The side that reached less on the whole. */
  weaker: z.enum(['left', 'right']),
  /** Its mean as a share of the stronger side's, percent; levels counted in. */
  percent: z.number(),
  /** The same for each day on which both were worked; over 100 where it was ahead. */
  points: z.array(z.object({ date: z.string(), value: z.number() })),
  /** Of the points, percent a day: rising where the side catches up. */
  trend: Trend.nullable(),
})
export type SidesApart = z.infer<typeof SidesApart>

/** Under this share of the stronger side a difference is worth a line; ours. */
const APART_PERCENT = 85

/**
 * How far the sides of one movement are apart: level − 1 + share of the target, side by side.
 *
 * @param outcomes of one movement and tier, folded, oldest first
 * @returns null: the sides were not worked apart, or nothing was noted of one of them
 * @source ours
 * @example
 * sidesApart([]) // null
 */
export function sidesApart(outcomes: readonly DatedOutcome[]): SidesApart | null {
  const abilities = outcomes.flatMap(({ side, date, level, achieved, target }) =>
    side !== 'both' && achieved !== null && target
      ? [{ side, date, value: (level ?? 1) - 1 + Math.min(1, achieved / target) }]
      : [],
  )
  const meanOn = (side: 'left' | 'right', of = abilities): number | null => {
    const own = of.filter((one) => one.side === side)
    return own.length === 0 ? null : own.reduce((sum, { value }) => sum + value, 0) / own.length
  }
  const [left, right] = [meanOn('left'), meanOn('right')]
  if (left === null || right === null || Math.max(left, right) === 0) return null
  const [weaker, stronger] = left <= right ? (['left', 'right'] as const) : (['right', 'left'] as const)
  const points = [...grouped(abilities, ({ date }) => date)].flatMap(([date, own]) => {
    const [less, more] = [meanOn(weaker, own), meanOn(stronger, own)]
    return less === null || !more ? [] : [{ date, value: Math.round((less / more) * 100) }]
  })
  const daysFrom = (date: string) => differenceInCalendarDays(parseISO(date), parseISO(entryAt(points, 0).date))
  return {
    weaker,
    percent: Math.round((Math.min(left, right) / Math.max(left, right)) * 100),
    points,
    trend: trendOf(points.map(({ date, value }) => ({ day: daysFrom(date), value }))),
  }
}

/**
 * Whether a difference is worth a line.
 *
 * @example
 * areApart(null) // false
 */
export function areApart(sides: Pick<SidesApart, 'percent'> | null): boolean {
  return sides !== null && sides.percent < APART_PERCENT
}

/**
 * A difference in words, with where it goes.
 *
 * @example
 * apartWords({ weaker: 'left', percent: 70, points: [], trend: null })
 * // 'the left side reaches 70 % of the right, too early to say whether it catches up'
 */
export function apartWords({ weaker, percent, trend }: SidesApart): string {
  const other = weaker === 'left' ? 'right' : 'left'
  const goes = {
    rising: 'and catches up',
    falling: 'and falls behind',
    level: 'and stays so',
    'too early': 'too early to say whether it catches up',
  }[trend?.word ?? 'too early']
  const between = goes.startsWith('and') ? ' ' : ', '
  return `the ${weaker} side reaches ${percent} % of the ${other}${between}${goes}`
}
