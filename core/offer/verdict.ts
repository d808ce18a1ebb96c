import { rangeMargin } from '../body/fits'
import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { Consideration, ConsiderationRule } from '../catalogue/consideration'
import type { Demand, ImposedRange } from '../catalogue/movement'
import type { Side, Tag } from '../catalogue/words'
import type { Mover } from '../time/changeover'
import { hasWay } from '../time/changeover'
import { limitWords, type Limit } from './limit'
import { homePosture, moverOf } from './mover'
import type { Arrival, Person, PersonConsideration } from './person'

/** What stands in the way of a variation for somebody today, and what to watch if it is done. */
export interface Verdict {
  blocks: Limit[]
  /** In words. */
  watch: string[]
}

/** Demands nobody meets while dizzy; practice. */
const DIZZY_BLOCKS: readonly Tag[] = ['floor-transfer', 'head-below-heart', 'neck-arch']

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
  const demands = demandsOf(variation, catalogue)
  const judged = [
    ...person.considerations.flatMap((own) => judgeConsideration(own, variation, side, catalogue)),
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

/** What a consideration does to a variation: a cleared one blocks nothing, and is watched. */
function judgeConsideration(
  own: PersonConsideration,
  variation: Variation,
  side: Side,
  catalogue: Catalogue,
): Judged[] {
  const known = catalogue.considerations.get(own.consideration)
  if (!known) return [watches({ kind: 'unknown-consideration', id: own.consideration })]
  const demands = demandsOf(variation, catalogue)
  const { name } = known
  const { clearedBy } = own
  return known.rules
    .filter((rule) => applies(rule, variation))
    .filter((rule) => demands.some((demand) => demand.tag === rule.tag && touches(demand, own, known, side)))
    .map((rule): Judged => {
      const limit: Limit = { kind: 'consideration', name, side: own.side, tag: rule.tag, clearedBy }
      return rule.effect === 'watch' || clearedBy !== '' ? watches(limit) : blocks(limit)
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
  const shares = person.considerations.flatMap((own) => {
    const limit = catalogue.considerations.get(own.consideration)?.rangeAtMost
    return limit && limit.of.includes(range) && (own.side === 'both' || own.side === side) ? [limit.share] : []
  })
  return Math.min(1, ...shares)
}

function otherSide(side: 'left' | 'right'): 'left' | 'right' {
  return side === 'left' ? 'right' : 'left'
}

/** A variation belongs to one catalogue, so what it asks is gathered once. */
const knownDemands = new WeakMap<Variation, Demand[]>()

/**
 * Everything a variation asks: its own tags and those of being in its posture.
 *
 * @example
 * demandsOf(rung('bridge.floor.2'), catalogue).map((demand) => demand.tag)
 * // ['head-below-heart', 'floor-transfer', 'supine-flat']
 */
export function demandsOf(variation: Variation, catalogue: Catalogue): Demand[] {
  const known = knownDemands.get(variation)
  if (known) return known
  const posture = catalogue.postures.get(variation.postureId)
  const demands = [...variation.demands, ...(posture?.demands ?? []).map((tag) => ({ tag, of: 'whole' as const }))]
  knownDemands.set(variation, demands)
  return demands
}

/** A consideration of one side meets a demand that is asked of that side, or of the whole body. */
function touches(demand: Demand, own: PersonConsideration, known: Consideration, workedSide: Side): boolean {
  if (!known.sided || own.side === 'both' || workedSide === 'both' || demand.of === 'whole') return true
  return demand.of === 'worked' ? own.side === workedSide : own.side !== workedSide
}

function applies({ when }: ConsiderationRule, variation: Variation): boolean {
  if (when.levelOver !== undefined && variation.level <= when.levelOver) return false
  return !(when.withoutHands && variation.hands !== 'none')
}
