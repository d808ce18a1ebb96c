import { z } from 'zod'
import type { Measure } from '../catalogue/measure'
import { counted } from '../sentence'
import { amountWords } from './record'

/** So many same-day pairs make the practice's own repeatability worth more than a number from a book; ours. */
const PAIRS_NEEDED = 8

/** Two results of one person on one day. */
export type SameDayPair = readonly [number, number]

/**
 * Standard error of measurement from pairs of results that nothing should have changed between.
 *
 * @returns √(Σd²/2n), in the pairs' unit; null without pairs
 * @source Bland & Altman's within-subject standard deviation for paired measurements (memory)
 * @example
 * standardError([[10, 12], [11, 11]]) // 1
 */
export function standardError(pairs: readonly SameDayPair[]): number | null {
  if (pairs.length === 0) return null
  return Math.sqrt(pairs.reduce((sum, [first, second]) => sum + (first - second) ** 2, 0) / (2 * pairs.length))
}

export interface RealChange {
  amount: number
  source: string
}

/**
 * How much must change before it is no longer chance: the measure's default, or the practice's own 1.96·√2·SEM once
 * there are eight same-day pairs, never below the default.
 *
 * @returns null where the measure has no default, so nothing is said
 * @example
 * realChangeFor(shippedMeasure('knee-to-wall'), []) // { amount: 1.5, source: 'from memory' }
 */
export function realChangeFor(measure: Measure, pairs: readonly SameDayPair[]): RealChange | null {
  if (!measure.realChange) return null
  const error = pairs.length >= PAIRS_NEEDED ? standardError(pairs) : null
  const own = error === null ? 0 : 1.96 * Math.SQRT2 * error
  return own > measure.realChange.amount
    ? { amount: Math.round(own * 10) / 10, source: `this practice’s own ${pairs.length} same-day pairs` }
    : measure.realChange
}

export const ChangeWord = z.object({ kind: z.enum(['better', 'worse', 'none']), words: z.string() })
export type ChangeWord = z.infer<typeof ChangeWord>

/**
 * What changed since an earlier result, in words.
 *
 * @param from and `to` in the measure's unit
 * @param since when it was earlier
 * @example
 * changeWord(chairStand, { from: 8, to: 12 }, { amount: 2, source: '' })
 * // { kind: 'better', words: '4 stands more than last time: a real change' }
 */
export function changeWord(
  measure: Measure,
  { from, to }: { from: number; to: number },
  real: RealChange | null,
  since = 'last time',
): ChangeWord {
  const by = to - from
  if (by === 0) return { kind: 'none', words: `the same as ${since}` }
  const amount =
    measure.unit === 'help' ? `${counted(Math.abs(by), 'step')} of help` : amountWords(measure, Math.abs(by))
  const said = `${amount} ${by > 0 ? 'more' : 'less'} than ${since}`
  if (real && Math.abs(by) < real.amount)
    return { kind: 'none', words: `${said}: no real change (that takes ${amountWords(measure, real.amount)})` }
  const isBetter = by > 0 === (measure.better === 'more')
  return { kind: isBetter ? 'better' : 'worse', words: real ? `${said}: a real change` : said }
}
