import { z } from 'zod'
import type { Measure } from '../catalogue/measure'
import { amountWords } from './record'

/** Under this share of the stronger side, the difference is shown; common practice, no source. */
const SHOWN_UNDER_PERCENT = 85

export const SideDifference = z.object({
  /** Weaker ÷ stronger × 100; null where that has no meaning. */
  percent: z.number().nullable(),
  shown: z.boolean(),
  weaker: z.enum(['left', 'right']).nullable(),
  words: z.string(),
})
export type SideDifference = z.infer<typeof SideDifference>

/**
 * How the two sides differ: in percent where more is better and nothing goes below zero, otherwise in units.
 *
 * @param left and `right` in the measure's unit
 * @example
 * sideDifference(heelRaises, 16, 12).words // 'left has 75 % of right'
 */
export function sideDifference(measure: Measure, left: number, right: number): SideDifference {
  if (left === right)
    return {
      percent: measure.signed || measure.better === 'less' ? null : 100,
      shown: false,
      weaker: null,
      words: 'both sides the same',
    }
  const weaker = left < right === (measure.better === 'more') ? 'left' : 'right'
  const stronger = weaker === 'left' ? 'right' : 'left'
  const high = Math.max(left, right)
  if (measure.signed || measure.better === 'less' || high <= 0) {
    const by = Math.abs(left - right)
    return {
      percent: null,
      shown: measure.realChange !== undefined && by >= measure.realChange.amount,
      weaker,
      words: `${amountWords(measure, by)} between the sides, ${weaker} is the tighter`,
    }
  }
  const percent = Math.round((Math.min(left, right) / high) * 100)
  return { percent, shown: percent < SHOWN_UNDER_PERCENT, weaker, words: `${weaker} has ${percent} % of ${stronger}` }
}
