import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import { demandsOf } from '../offer/verdict'

/**
 * Whether a rung stakes somebody's balance: then no guess is enough for it.
 *
 * @param next the rung that would come; undefined: none is higher
 * @example
 * needsCare(bridge, rung('bridge.floor.2'), catalogue) // false
 */
export function needsCare({ quality }: Movement, next: Variation | undefined, catalogue: Catalogue): boolean {
  if (quality === 'balance') return true
  return next !== undefined && demandsOf(next, catalogue).some((demand) => demand.tag === 'single-leg-stance')
}
