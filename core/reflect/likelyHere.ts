import { differenceInCalendarDays, parseISO } from 'date-fns'
import type { Catalogue } from '../catalogue/catalogue'
import type { Tier } from '../catalogue/words'
import { chanceOf, drifted } from './belief'
import { believedOf } from './capacities'
import type { DatedOutcome } from './datedOutcome'

/**
 * How sure it must be before a first level, a coming back or a tier is built on it: the most careful school's
 * threshold, since none of them is a place for ambition.
 *
 * @example
 * carefulThreshold(catalogue) // 0.61
 */
export function carefulThreshold({ judgement }: Pick<Catalogue, 'judgement'>): number {
  return Math.max(...Object.values(judgement.belief.reachAt))
}

/**
 * How likely a level of a ladder is within somebody on a day, the weaker side where sides are apart.
 *
 * @param outcomes of one person, folded, oldest first
 * @param on ISO day
 * @returns null where nothing was noted on the ladder
 * @example
 * likelyHere([], { movement: 'bridge', tier: 'chair', level: 2, on: '2026-11-28' }, catalogue) // null
 */
export function likelyHere(
  outcomes: readonly DatedOutcome[],
  { movement, tier, level, on }: { movement: string; tier: Tier; level: number; on: string },
  catalogue: Catalogue,
): number | null {
  const key = `${movement} ${tier}`
  const { ladders, lastOn } = believedOf(outcomes, catalogue)
  const sides = Object.values(ladders.get(key) ?? {})
  if (sides.length === 0) return null
  const weeks = differenceInCalendarDays(parseISO(on), parseISO(lastOn.get(key) ?? on)) / 7
  const { drift } = catalogue.judgement.belief
  return Math.min(...sides.map((belief) => chanceOf(drifted(belief, weeks, drift), level)))
}
