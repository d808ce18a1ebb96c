import type { Measure } from '../catalogue/measure'

/**
 * The result of several tries: the best or the mean, as the protocol says.
 *
 * @param tries amounts in the measure's unit, in their order
 * @returns null without a try; a mean is rounded to a tenth
 * @example
 * resultOf({ take: 'best', better: 'more' }, [8, 21.4, 12]) // 21.4
 */
export function resultOf(measure: Pick<Measure, 'take' | 'better'>, tries: readonly number[]): number | null {
  if (tries.length === 0) return null
  if (measure.take === 'mean') return Math.round((tries.reduce((sum, one) => sum + one, 0) / tries.length) * 10) / 10
  return measure.better === 'more' ? Math.max(...tries) : Math.min(...tries)
}
