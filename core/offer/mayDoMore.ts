import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { Side } from '../catalogue/words'
import { isOfTheBody, type OwnDose } from './ownDose'
import type { Arrival, Person } from './person'
import { judge } from './verdict'

/** A rung with what its “more” asks, made once. */
const knownMore = new WeakMap<Variation, Variation>()

/**
 * Whether a rung's “more” is for somebody today: nothing that it asks beyond the rung is closed to them, and no health
 * fact makes their dose smaller.
 *
 * @param side the side that works; `both` where both do
 * @example
 * mayDoMore(rung('bridge.floor.2'), { side: 'both', own: riders[1].offers[0][0].own, person: bo }, catalogue) // true
 */
export function mayDoMore(
  rung: Variation,
  { side, own, ...who }: { side: Side; own: Pick<OwnDose, 'limits'>; person: Person; arrival?: Arrival | undefined },
  catalogue: Catalogue,
): boolean {
  if (own.limits.some(isOfTheBody)) return false
  if (!rung.moreAsks) return true
  return judge(withMore(rung), side, who, catalogue).blocks.length === 0
}

function withMore(rung: Variation): Variation {
  const known = knownMore.get(rung)
  if (known) return known
  const { demands = [], support = rung.support } = rung.moreAsks ?? {}
  const more = { ...rung, demands: [...rung.demands, ...demands], support }
  knownMore.set(rung, more)
  return more
}
