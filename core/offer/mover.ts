import type { Catalogue } from '../catalogue/catalogue'
import type { Tag } from '../catalogue/words'
import type { Mover } from '../time/changeover'
import { PACE_FACTOR, type Arrival, type Person } from './person'

/**
 * How a person changes position today: pace and waits with all that considerations and the day add.
 *
 * Factors multiply; of several waits the longest counts. A cleared consideration closes nothing.
 */
export function moverOf(person: Person, catalogue: Catalogue, arrival?: Arrival): Mover {
  let pace = PACE_FACTOR[person.pace]
  let sittingWaitSeconds = 0
  let standingWaitSeconds = 0
  const avoid = new Set<Tag>()
  for (const own of person.considerations) {
    const known = catalogue.considerations.get(own.consideration)
    if (!known) continue
    pace *= known.changeoverFactor ?? 1
    sittingWaitSeconds = Math.max(sittingWaitSeconds, known.sittingWaitSeconds ?? 0)
    standingWaitSeconds = Math.max(standingWaitSeconds, known.standingWaitSeconds ?? 0)
    if (own.clearedBy !== '') continue
    for (const rule of known.rules) {
      if (rule.effect === 'block' && Object.keys(rule.when).length === 0) avoid.add(rule.tag)
    }
  }
  if (arrival?.dizzy) {
    pace *= 1.5
    sittingWaitSeconds = Math.max(sittingWaitSeconds, 10)
    standingWaitSeconds = Math.max(standingWaitSeconds, 10)
    avoid.add('floor-transfer')
  }
  return { pace, sittingWaitSeconds, standingWaitSeconds, avoid }
}
