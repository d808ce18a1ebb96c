import { entryAt, entryOf } from '../entries'
import type { Catalogue } from '../catalogue/catalogue'
import type { Tag, Tier } from '../catalogue/words'
import { hasWay, type Mover } from '../time/changeover'
import { opensTag } from './clearance'
import { factsOf } from './facts'
import type { Arrival, Person } from './person'
import { strongLegOf } from './strongLeg'

/**
 * How a person changes position today: pace and waits with all that considerations and the day add.
 *
 * Factors multiply; of several waits the longest counts. A cleared consideration closes nothing.
 *
 * @example
 * moverOf({ ...ann, pace: 'slow' }, catalogue).pace // 1.6
 */
export function moverOf(person: Person, catalogue: Catalogue, arrival?: Arrival): Mover {
  let pace = catalogue.clock.paces[person.pace]
  let sittingWaitSeconds = 0
  let standingWaitSeconds = 0
  const avoid = new Set<Tag>()
  for (const { row: known, own } of factsOf(person, catalogue)) {
    pace *= known.changeoverFactor ?? 1
    sittingWaitSeconds = Math.max(sittingWaitSeconds, known.sittingWaitSeconds ?? 0)
    standingWaitSeconds = Math.max(standingWaitSeconds, known.standingWaitSeconds ?? 0)
    for (const rule of known.rules) {
      // Who cannot lie on one side rolls over the other.
      const isOtherWay = rule.tag === 'side-lying' && known.sided && own.side !== 'both'
      const isClosed = rule.effect === 'block' && Object.keys(rule.when).length === 0 && !opensTag(own, rule.tag)
      if (isClosed && !isOtherWay) avoid.add(rule.tag)
    }
  }
  if (arrival?.dizzy) {
    pace *= catalogue.clock.dizzy.changeoverFactor
    sittingWaitSeconds = Math.max(sittingWaitSeconds, catalogue.clock.dizzy.waitSeconds)
    standingWaitSeconds = Math.max(standingWaitSeconds, catalogue.clock.dizzy.waitSeconds)
    avoid.add('floor-transfer')
  }
  return { pace, sittingWaitSeconds, standingWaitSeconds, strongLeg: strongLegOf(person, catalogue), avoid }
}

/**
 * Where somebody begins and ends in a tier: the first of its home postures that is open to them.
 *
 * @example
 * homePosture('chair', new Set(), catalogue) // 'chair/tall'
 */
export function homePosture(tier: Tier, avoid: ReadonlySet<Tag>, catalogue: Catalogue): string {
  const homes = catalogue.graph.home[tier]
  return homes.find((id) => !entryOf(catalogue.postures, id).demands.some((tag) => avoid.has(tag))) ?? entryAt(homes, 0)
}

/**
 * Whether anything of a tier but its home can be reached safely; where nothing can, the tier is not open.
 *
 * @example
 * hasWayInto('floor', new Set(), catalogue) // true
 */
export function hasWayInto(tier: Tier, avoid: ReadonlySet<Tag>, catalogue: Catalogue): boolean {
  const home = homePosture(tier, avoid, catalogue)
  return [...catalogue.postures.values()].some(
    (posture) => posture.tier === tier && posture.id !== home && hasWay(catalogue.graph, home, posture.id, avoid),
  )
}
