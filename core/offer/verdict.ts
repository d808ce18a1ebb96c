import { rangeMargin } from '../body/fits'
import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { Consideration, ConsiderationRule } from '../catalogue/consideration'
import type { Demand, ImposedRange } from '../catalogue/movement'
import { SUPPORTS, type Side, type Tag } from '../catalogue/words'
import { otherSide } from './otherSide'
import type { Mover } from '../time/changeover'
import { hasWay } from '../time/changeover'
import { opensTag } from './clearance'
import { limitWords, type Limit } from './limit'
import { factsOf, type Fact } from './facts'
import { homePosture, moverOf } from './mover'
import type { Arrival, Person, PersonConsideration } from './person'

/** What stands in the way of a variation for somebody today, and what to watch if it is done. */
export interface Verdict {
  blocks: Limit[]
  /** In words. */
  watch: string[]
}

/** Demands nobody meets while dizzy; practice. */
const DIZZY_BLOCKS: readonly Tag[] = ['floor-transfer', 'head-below-heart', 'neck-arch', 'quick-head-move', 'rising']

/**
 * Judges one variation for one person and side. A rule is a tag with a predicate on level and hands,
 * so it is judged here and not in the catalogue.
 *
 * @param side the side that works; `both` where both do
 * @returns limits; an empty `blocks` means that the variation is admissible
 * @example
 * judge(rung('bridge.floor.2'), 'both', { person: ann }, catalogue).blocks // []
 */
export function judge(
  variation: Variation,
  side: Side,
  { person, arrival }: { person: Person; arrival?: Arrival | undefined },
  catalogue: Catalogue,
): Verdict {
  // Dizzy today is the only thing of a day that closes a rung.
  if (arrival?.dizzy) return verdictOf(variation, side, { person, arrival }, catalogue)
  let mine = known.get(person)
  if (mine?.of !== catalogue)
    known.set(person, (mine = { of: catalogue, on: { left: new Map(), right: new Map(), both: new Map() } }))
  const before = mine.on[side].get(variation)
  if (before) return before
  const verdict = verdictOf(variation, side, { person }, catalogue)
  mine.on[side].set(variation, verdict)
  return verdict
}

/** Neither people nor catalogues are changed in place, so what was judged once stays so. */
const known = new WeakMap<Person, { of: Catalogue; on: Record<Side, Map<Variation, Verdict>> }>()

function verdictOf(
  variation: Variation,
  side: Side,
  { person, arrival }: { person: Person; arrival?: Arrival | undefined },
  catalogue: Catalogue,
): Verdict {
  const demands = demandsOf(variation, catalogue)
  const judged = [
    ...unknownIn(person, catalogue),
    ...factsOf(person, catalogue).flatMap((fact) => judgeFact(fact, variation, side, demands)),
    ...(isReachable(variation, person, catalogue, arrival) ? [] : [blocks({ kind: 'no-way' })]),
    ...variation.imposed.flatMap((imposed) => judgeRange(imposed, side, person, catalogue)),
    ...(arrival?.dizzy ? demands.filter(({ tag }) => DIZZY_BLOCKS.includes(tag)) : []).map(({ tag }) =>
      blocks({ kind: 'dizzy', tag }),
    ),
  ]
  const limitsThat = (effect: Judged['effect']) => judged.filter((one) => one.effect === effect).map((one) => one.limit)
  return { blocks: limitsThat('block'), watch: limitsThat('watch').map(limitWords) }
}

interface Judged {
  effect: 'block' | 'watch'
  limit: Limit
}

function blocks(limit: Limit): Judged {
  return { effect: 'block', limit }
}

function watches(limit: Limit): Judged {
  return { effect: 'watch', limit }
}

/** What the table does not know is watched, never dropped. */
function unknownIn(person: Person, { considerations }: Catalogue): Judged[] {
  return person.considerations
    .filter((own) => !considerations.has(own.consideration))
    .map((own) => watches({ kind: 'unknown-consideration', id: own.consideration }))
}

/** What a fact does to a variation: a cleared one blocks nothing, and is watched. */
function judgeFact({ row: known, own }: Fact, variation: Variation, side: Side, demands: readonly Demand[]): Judged[] {
  const { id, name } = known
  const { clearedBy } = own
  return known.rules
    .filter((rule) => applies(rule, variation))
    .filter((rule) => demands.some((demand) => demand.tag === rule.tag && touches(demand, own, known, side)))
    .map((rule): Judged => {
      const by = opensTag(own, rule.tag) ? clearedBy : ''
      const limit: Limit = { kind: 'consideration', id, name, side: own.side, tag: rule.tag, clearedBy: by }
      return rule.effect === 'watch' || opensTag(own, rule.tag) ? watches(limit) : blocks(limit)
    })
}

/** What is closed to somebody, by the person: asked for every rung, so made once, and once more for a dizzy day. */
const knownMovers = new WeakMap<Person, { usual?: Mover; dizzy?: Mover }>()

/** A posture that somebody cannot get into by any safe way from where their lane begins is not for them. */
function isReachable(variation: Variation, person: Person, catalogue: Catalogue, arrival?: Arrival): boolean {
  let movers = knownMovers.get(person)
  if (!movers) knownMovers.set(person, (movers = {}))
  const { avoid } = arrival?.dizzy
    ? (movers.dizzy ??= moverOf(person, catalogue, arrival))
    : (movers.usual ??= moverOf(person, catalogue))
  return hasWay(catalogue.graph, homePosture(variation.tier, avoid, catalogue), variation.postureId, avoid)
}

/** What a forced range asks of somebody who was measured; not measured, the level decides and nothing is said. */
function judgeRange(
  { measure, degrees: askedDeg, of }: ImposedRange,
  workedSide: Side,
  person: Person,
  catalogue: Catalogue,
): Judged[] {
  const sides =
    workedSide === 'both' ? (['left', 'right'] as const) : [of === 'worked' ? workedSide : otherSide(workedSide)]
  const measured = sides.flatMap((side) => {
    const own = person.ranges.find((range) => range.range === measure && (range.side === side || range.side === 'both'))
    return own ? [{ side, usableDeg: own.degrees * shareOf(measure, side, person, catalogue) }] : []
  })
  const [tighter] = measured.toSorted((a, b) => a.usableDeg - b.usableDeg)
  const margin = rangeMargin(askedDeg, tighter?.usableDeg ?? null)
  if (!tighter || margin === 'comfortable' || margin === 'not-measured') return []
  const { side, usableDeg } = tighter
  const limit: Limit = { kind: 'range', range: measure, side, askedDeg, usableDeg: Math.round(usableDeg) }
  return [margin === 'watch' ? watches(limit) : blocks(limit)]
}

function shareOf(range: string, side: Side, person: Person, catalogue: Catalogue): number {
  const shares = factsOf(person, catalogue).flatMap(({ row, own }) => {
    const limit = row.rangeAtMost
    return limit && limit.of.includes(range) && (own.side === 'both' || own.side === side) ? [limit.share] : []
  })
  return Math.min(1, ...shares)
}

/** A variation belongs to one catalogue, so what it asks is gathered once. */
const knownDemands = new WeakMap<Variation, Demand[]>()

/**
 * Everything a variation asks: its own tags and those of being in its posture.
 *
 * @example
 * demandsOf(rung('bridge.floor.2'), catalogue).map((demand) => demand.tag)
 * // ['supine-flat', 'floor-transfer']
 */
export function demandsOf(variation: Variation, catalogue: Catalogue): Demand[] {
  const known = knownDemands.get(variation)
  if (known) return known
  const posture = catalogue.postures.get(variation.postureId)
  const demands = [...variation.demands, ...(posture?.demands ?? []).map(inPosture)]
  knownDemands.set(variation, demands)
  return demands
}

/** Being in a posture asks the whole body; on the side one lies on the side that does not work. */
function inPosture(tag: Tag): Demand {
  return { tag, of: tag === 'side-lying' ? 'other' : 'whole' }
}

/** A consideration of one side meets a demand that is asked of that side, or of the whole body. */
function touches(demand: Demand, own: PersonConsideration, known: Consideration, workedSide: Side): boolean {
  if (!known.sided || own.side === 'both' || workedSide === 'both' || demand.of === 'whole') return true
  return demand.of === 'worked' ? own.side === workedSide : own.side !== workedSide
}

function applies({ when }: ConsiderationRule, variation: Variation): boolean {
  if (when.levelOver !== undefined && variation.level <= when.levelOver) return false
  if (when.supportUnder === undefined) return true
  // From the most to the least: what comes later steadies less.
  return SUPPORTS.indexOf(variation.support) > SUPPORTS.indexOf(when.supportUnder)
}
