import type { Movement } from '../catalogue/catalogue'
import type { Side, Tier } from '../catalogue/words'
import type { Arrival, Person } from './person'
import type { Reason } from './reason'
import { rememberedWords } from './remembered'

/**
 * What makes one movement easier today, beside what makes the whole day so: a part of the body that it works is
 * flaring, or was sore for days after last time; or somebody comes back to it after weeks away.
 *
 * @example
 * easesHere(bridge, { tier: 'chair', side: 'both' }, { person: ann }) // { levels: 0, reasons: [] }
 */
export function easesHere(
  movement: Pick<Movement, 'id' | 'regions'>,
  at: { tier: Tier; side: Side },
  { person, arrival }: { person: Pick<Person, 'flares' | 'believed'>; arrival?: Arrival | undefined },
): { levels: number; reasons: Reason[] } {
  const isWorked = (region: string) => Object.hasOwn(movement.regions, region)
  const flares = (person.flares ?? []).filter((flare) => isWorked(flare.region))
  const isLong = arrival?.after === 'sore-days' || arrival?.after === 'worse'
  const sore = isLong ? arrival.afterWhere.filter(isWorked) : []
  const back = backTo({ movement: movement.id, ...at }, person)
  return {
    levels: Math.max(0, ...flares.map((flare) => flare.levels), sore.length > 0 ? 1 : 0) + back.levels,
    reasons: [
      ...flares.map(({ region, levels }): Reason => ({ kind: 'flare', region, levels })),
      ...sore.map((region): Reason => ({ kind: 'sore-where', region })),
      ...back.reasons,
    ],
  }
}

/**
 * How much easier somebody comes back to a ladder after weeks away: as their notes say, a level where there are none.
 */
function backTo(
  { movement, tier, side }: { movement: string; tier: Tier; side: Side },
  { believed }: Pick<Person, 'believed'>,
): { levels: number; reasons: Reason[] } {
  if (!believed || believed.back.length === 0) return { levels: 0, reasons: [] }
  const own = believed.back
    .filter((back) => back.movement === movement && back.tier === tier)
    .filter((back) => side === 'both' || back.side === 'both' || back.side === side)
    .toSorted((a, b) => b.levels - a.levels)[0]
  if (!own) return { levels: 1, reasons: [{ kind: 'back-unknown' }] }
  return { levels: own.levels, reasons: [{ kind: 'back', levels: own.levels, chance: own.chance }] }
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
