import type { Movement } from '../catalogue/catalogue'
import { easesHere, rememberedIn } from './easesHere'
import { storedLevel } from './levels'
import type { Offer } from './offer'
import { isOfTheBody, roundSeconds } from './ownDose'
import type { Arrival, Person } from './person'
import type { Today } from './today'

/** What is offered on one side, as far as it bears on a catch-up round. */
type SideOffer = Pick<Offer, 'side' | 'tier' | 'kind' | 'movement' | 'variation' | 'wantedLevel' | 'own'>

/**
 * Which side does the block's catch-up round: the one on the lower rung, or with the smaller dose on the same rung.
 * Nobody's who is eased today, whose dose a health fact makes smaller, or whose weaker side was hurt by the movement
 * and was not looked at since.
 *
 * @param sides what is offered on the left and on the right
 * @returns null: the sides are alike, or the weaker one has enough with what the block gives
 * @example
 * catchesUp(riders[0].offers[1], { movement: ankleOnKnee }, { person: ann, today: riders[0].today }) // null
 */
export function catchesUp<O extends SideOffer>(
  sides: readonly O[],
  { movement }: { movement: Movement },
  { person, today, arrival }: { person: Person; today: Today; arrival?: Arrival | undefined },
): O | null {
  const [left, right] = sides
  if (!left?.variation || !right?.variation || left.movement !== right.movement || left.kind === 'breath') return null
  const less = sizeOf(left) - sizeOf(right)
  if (less === 0) return null
  const weaker = less < 0 ? left : right
  const { tier, side } = weaker
  const own = storedLevel(person, weaker.movement ?? movement.id, tier, side)
  // On the lowest rung nobody goes lower: whoever is eased today is asked, not the rung.
  const isEased =
    today.easierBy + easesHere(movement, { tier, side }, { person, arrival }).levels > 0 ||
    (weaker.wantedLevel ?? 0) < (own ?? 0)
  const isHurt = rememberedIn({ id: weaker.movement ?? movement.id }, side, person).length > 0
  return isEased || isHurt || weaker.own.limits.some(isOfTheBody) ? null : weaker
}

/** A rung counts for more than any dose on it. */
function sizeOf({ variation, own }: SideOffer): number {
  if (!variation) return 0
  return variation.level * 100_000 + roundSeconds(own, variation.sides) * own.rounds
}
