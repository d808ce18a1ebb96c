import type { Catalogue, Movement } from '../catalogue/catalogue'
import { factsOf } from '../offer/facts'
import type { Offer } from '../offer/offer'
import type { Person } from '../offer/person'
import { secondsOf } from '../time/secondsOf'
import { isTwoSided } from '../time/workSeconds'
import type { Block } from './plan'

/**
 * How long somebody may stand at a stretch, by their strictest health fact, seconds; null: no limit is known.
 *
 * @example
 * standsAtMost(ann, catalogue) // null
 */
export function standsAtMost(person: Person, catalogue: Catalogue): number | null {
  const limits = factsOf(person, catalogue).flatMap(({ row }) => row.standingAtMost ?? [])
  return limits.length === 0 ? null : Math.min(...limits)
}

/**
 * How long a block keeps somebody on their feet, with its introduction, seconds; 0 where what they do is not standing.
 *
 * @param offers what they are offered in the block
 * @example
 * standingSeconds(plan.blocks[0], riders[0].offers[0], bridge, catalogue) // 0
 */
export function standingSeconds(
  block: Pick<Block, 'dose' | 'rounds' | 'restSeconds' | 'onSide'>,
  offers: readonly Offer[],
  movement: Pick<Movement, 'sides'>,
  { postures, clock }: Pick<Catalogue, 'postures' | 'clock'>,
): number {
  const variation = offers.find((offer) => offer.variation !== null)?.variation
  if (!variation || (postures.get(variation.postureId)?.height ?? 0) < 1) return 0
  const rounds = block.rounds * secondsOf(block.dose, movement.sides) + (block.rounds - 1) * block.restSeconds
  const onSides = rounds * (isTwoSided(variation.sides) && !block.onSide ? 2 : 1)
  const catchUp =
    block.onSide !== 'first' && offers.some((offer) => offer.catchUp)
      ? block.restSeconds + secondsOf(block.dose, movement.sides)
      : 0
  return clock.introduction.againSeconds + onSides + catchUp
}
