import type { Movement } from '../catalogue/catalogue'
import type { Side } from '../catalogue/words'
import type { Arrival, Person } from './person'
import type { Reason } from './reason'
import { rememberedWords } from './remembered'

/**
 * What makes one movement easier today, beside what makes the whole day so: a part of the body that it works is
 * flaring, or was sore for days after last time.
 *
 * @example
 * easesHere(bridge, ann) // { levels: 0, reasons: [] }
 */
export function easesHere(
  movement: Pick<Movement, 'regions'>,
  person: Pick<Person, 'flares'>,
  arrival?: Arrival,
): { levels: number; reasons: Reason[] } {
  const isWorked = (region: string) => Object.hasOwn(movement.regions, region)
  const flares = (person.flares ?? []).filter((flare) => isWorked(flare.region))
  const isLong = arrival?.after === 'sore-days' || arrival?.after === 'worse'
  const sore = isLong ? arrival.afterWhere.filter(isWorked) : []
  return {
    levels: Math.max(0, ...flares.map((flare) => flare.levels), sore.length > 0 ? 1 : 0),
    reasons: [
      ...flares.map(({ region, levels }): Reason => ({ kind: 'flare', region, levels })),
      ...sore.map((region): Reason => ({ kind: 'sore-where', region })),
    ],
  }
}

/**
 * What is remembered of a movement, on this side: said where it is done.
 *
 * @example
 * rememberedIn(bridge, 'both', ann) // []
 */
export function rememberedIn({ id }: Pick<Movement, 'id'>, side: Side, { remembered }: Person): string[] {
  return (remembered ?? [])
    .filter((one) => one.movement === id && (side === 'both' || one.side === 'both' || one.side === side))
    .map(rememberedWords)
}
