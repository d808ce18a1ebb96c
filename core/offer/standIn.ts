import type { Catalogue, Movement } from '../catalogue/catalogue'
import { REGIONS, type Tier } from '../catalogue/words'

/** A movement that may be done in place of another, in a tier, with how near it comes. */
export interface StandIn {
  movement: Movement
  tier: Tier
  /** 1: it does the same for the same parts of the body; 0: nothing of it. */
  nearness: number
}

/** Parts of the body that a movement is mainly for, by their weight; what stands in must reach one of them. */
const MAIN_FROM = 0.5
const REACHES_FROM = 0.3
/** Less near than this it is another movement, not a stand-in. */
const NEAR_FROM = 0.4
/** Another quality of work for the same parts comes less near. */
const OTHER_QUALITY = 0.75
/** The same movement sitting is nearer than most others on the feet, and farther than what is nearly the same. */
const SITTING = 0.75

const known = new WeakMap<Catalogue, Map<string, StandIn[]>>()

/**
 * What may stand in for a movement in a tier, the nearest first: the tier's own stand-in, other movements for the same
 * parts of the body and, for those who stand, the same movement or its kin on the chair beside them.
 *
 * Nearness is the cosine between the parts' weights, less for another quality of work.
 *
 * @source ours
 * @example
 * standInsFor(catalogue.movements.get('inward-turn-lift'), 'floor', catalogue)[0].movement.id // 'outward-turn-press'
 */
export function standInsFor(movement: Movement, tier: Tier, catalogue: Catalogue): readonly StandIn[] {
  let ofCatalogue = known.get(catalogue)
  if (!ofCatalogue) known.set(catalogue, (ofCatalogue = new Map()))
  const key = `${movement.id}.${tier}`
  let found = ofCatalogue.get(key)
  if (!found) ofCatalogue.set(key, (found = find(movement, tier, catalogue)))
  return found
}

function find(movement: Movement, tier: Tier, catalogue: Catalogue): StandIn[] {
  const named = catalogue.movements.get(movement.standIns[tier] ?? '')
  const kin = kinOf(movement, catalogue)
  const inTier = (on: Tier, share: number) =>
    kin.flatMap((one) => (one.movement.ladders[on] ? [{ ...one, tier: on, nearness: one.nearness * share }] : []))
  return [
    ...(named ? [{ movement: named, tier, nearness: 1 }] : []),
    ...inTier(tier, 1).filter((one) => one.movement !== named),
    ...(tier === 'standing' && movement.ladders.chair ? [{ movement, tier: 'chair', nearness: SITTING } as const] : []),
    ...(tier === 'standing' ? inTier('chair', SITTING) : []),
  ].toSorted((a, b) => b.nearness - a.nearness)
}

function kinOf(movement: Movement, catalogue: Catalogue): Omit<StandIn, 'tier'>[] {
  return [...catalogue.movements.values()]
    .filter((other) => other !== movement && other.quality !== 'breath' && isFor(other, movement))
    .map((other) => ({ movement: other, nearness: nearnessOf(movement, other) }))
    .filter(({ nearness }) => nearness >= NEAR_FROM)
}

/** Whether it reaches a part that the other is mainly for. */
function isFor(other: Movement, movement: Movement): boolean {
  return REGIONS.some(
    (region) => (movement.regions[region] ?? 0) >= MAIN_FROM && (other.regions[region] ?? 0) >= REACHES_FROM,
  )
}

function nearnessOf(one: Movement, other: Movement): number {
  const dot = (a: Movement, b: Movement) =>
    REGIONS.reduce((sum, region) => sum + (a.regions[region] ?? 0) * (b.regions[region] ?? 0), 0)
  const cosine = dot(one, other) / Math.sqrt(dot(one, one) * dot(other, other))
  return one.quality === other.quality ? cosine : cosine * OTHER_QUALITY
}
