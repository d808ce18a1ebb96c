import type { VariationSummary } from './movement'
import { SUPPORTS } from './words'

/**
 * Whether a rung keeps to what its level means: on the third a fingertip steadies at most, on the fourth nothing does.
 * Hands that carry, hold, press or help are the work itself and do not count.
 *
 * @source the trade's five levels, common practice, no source
 * @example
 * keepsItsLevel({ level: 3, support: 'both', handsDo: 'rest' }) // false
 */
export function keepsItsLevel({
  level,
  support,
  handsDo,
}: Pick<VariationSummary, 'level' | 'support' | 'handsDo'>): boolean {
  if (handsDo !== 'rest' || (level !== 3 && level !== 4)) return true
  const most = level === 3 ? 'fingertip' : 'none'
  return SUPPORTS.indexOf(support) >= SUPPORTS.indexOf(most)
}
