import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import type { Side } from '../catalogue/words'
import { isStance } from '../catalogue/stance'
import { dialsOf, withDials, type Dials } from './dials'
import { factsOf, type Fact } from './facts'
import { isLimiting, limitedDose, type Dosed, type OwnDose } from './ownDose'
import type { Arrival, Person } from './person'
import { rungDose, schoolDose } from './schoolDose'
import { openUntil, withinOpen } from './stanceOpen'
import { demandsOf } from './verdict'

/** Whose dose it is, and whether the dials they have turned belong to this rung. */
export interface Doing {
  person: Person
  catalogue: Catalogue
  isTurned: boolean
  /** How somebody is today; left out: nothing is said of the day. */
  arrival?: Arrival | undefined
}

const NOTHING_TURNED: Dials = {}
const NO_LIMITS: OwnDose['limits'] = []

/**
 * What somebody does of a block on a rung: their school's dose where it fits, as far as their health facts let it be,
 * with the dials they have turned.
 *
 * @param asked the movement that is done and the block's dose
 * @param side the side that works; `both` where both do
 * @example
 * doseOn(rung('bridge.floor.2'), { movement: bridge, dose: { kind: 'hold', seconds: 30 }, rounds: 2, restSeconds: 10 },
 * 'both', { person: ann, catalogue, isTurned: false }).own.limits
 * // []
 */
export function doseOn(
  rung: Variation,
  asked: Dosed & { movement: Movement },
  side: Side,
  { person, catalogue, isTurned, arrival }: Doing,
): { dials: Dials; own: OwnDose } {
  const { movement, dose, rounds, restSeconds } = asked
  const pace = rungDose(rung, asked)
  const school = pace ? null : schoolDose(movement, asked, person)
  const facts = factsOf(person, catalogue)
  // Most people do what the block gives.
  if (!pace && !school && !isLimiting(facts) && (!isTurned || person.dials.length === 0))
    return { dials: NOTHING_TURNED, own: { dose, rounds, restSeconds, waits: null, limits: NO_LIMITS } }
  const ask = { quality: movement.quality, sides: rung.sides, tags: tagsOf(rung, catalogue), side }
  const given = { ...(pace ?? school ?? { dose, rounds }), restSeconds }
  const limited = limitedDose(facts, { given, ...ask })
  const limits: OwnDose['limits'] = [
    ...(pace ? [{ kind: 'pace' } as const] : []),
    ...(school && person.school ? [{ kind: 'school', school: person.school } as const] : []),
    ...limited.limits,
  ]
  if (!isTurned) return { dials: {}, own: { ...limited, limits } }
  const turned = withinEffort(dialsOf(rung, person, limited, side), facts)
  const dials = withinOpen(turned, rung, { person, arrival, side }, catalogue)
  return { dials, own: { ...limited, ...withDials(limited, dials), limits } }
}

/**
 * A rung whose effort is turned no further than somebody's health facts let it, and how one stands on it no further
 * than is open to them.
 *
 * @example
 * withinFacts(rung('bridge.floor.2'), ann, catalogue) === rung('bridge.floor.2') // true
 */
export function withinFacts(rung: Variation, person: Person, catalogue: Catalogue): Variation {
  const atMost = Math.min(...factsOf(person, catalogue).map(({ row }) => row.effortAtMost ?? Infinity))
  const dials = rung.dials.flatMap((range) => {
    if (isStance(range.dial)) {
      const to = openUntil(rung, range, { person, side: 'both' }, catalogue)
      if (to === range.from) return []
      return [to === range.to ? range : { ...range, to }]
    }
    if (range.dial !== 'effort' || range.to <= atMost) return [range]
    return range.from < atMost ? [{ ...range, to: atMost }] : []
  })
  return dials.every((range, at) => range === rung.dials[at]) && dials.length === rung.dials.length
    ? rung
    : { ...rung, dials }
}

/** An effort that somebody has earned goes no further than a health fact lets it. */
function withinEffort(dials: Dials, facts: readonly Fact[]): Dials {
  if (dials.effort === undefined) return dials
  return { ...dials, effort: Math.min(dials.effort, ...facts.map(({ row }) => row.effortAtMost ?? dials.effort ?? 0)) }
}

const knownTags = new WeakMap<Variation, ReturnType<typeof tagSet>>()

function tagsOf(rung: Variation, catalogue: Catalogue): ReturnType<typeof tagSet> {
  const known = knownTags.get(rung)
  if (known) return known
  const tags = tagSet(rung, catalogue)
  knownTags.set(rung, tags)
  return tags
}

function tagSet(rung: Variation, catalogue: Catalogue) {
  return new Set(demandsOf(rung, catalogue).map((demand) => demand.tag))
}
