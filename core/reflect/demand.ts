import type { Variation } from '../catalogue/catalogue'
import type { Dials } from '../offer/dials'

/** How much of a level all dials of a rung can add, and one dial from end to end. */
const DIALS_AT_MOST = 0.5
const A_DIAL = 0.3

/**
 * What a rung with its dials asks, in levels: the rung's own, and up to half a level for what was turned.
 *
 * @param dials this person's own; what was not turned adds nothing
 * @source ours: a dial is less than a level
 * @example
 * demandOf({ level: 3, dials: [{ dial: 'hold', from: 20, to: 60, step: 10, unit: 's' }] }, { hold: 60 }) // 3.3
 */
export function demandOf({ level, dials: ranges }: Pick<Variation, 'level' | 'dials'>, dials: Dials): number {
  let turned = 0
  for (const { dial, from, to } of ranges) {
    const value = dials[dial]
    if (value !== undefined && to !== from) turned += Math.max(0, Math.min(1, (value - from) / (to - from)))
  }
  return level + Math.min(DIALS_AT_MOST, A_DIAL * turned)
}
