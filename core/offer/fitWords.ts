import { valueIn } from '../entries'
import type { Variation } from '../catalogue/catalogue'
import { handRest, strapCm, wallSit } from '../body/fits'
import { sittingBlock } from '../body/rotationSit'
import { SIZE_CM } from '../body/scene'
import { seatFit } from '../body/seatHeight'
import type { Person } from './person'

/** Raise of the leg that a strap is cut for, and bends of wall sit and hinge by level; ours. */
const STRAP_AT_DEG = 70
const WALL_SIT_DEG: Record<number, number> = { 1: 25, 2: 40, 3: 58, 4: 90, 5: 90 }
const HINGE_DEG: Record<number, number> = { 1: 24, 2: 50, 3: 60, 4: 75, 5: 90 }

/**
 * What fits a body in a variation, in numbers: the seat with its cushions, the strap, the feet from the wall, what the
 * hands rest on, the block under the seat.
 *
 * @param heightCm null: nothing is said
 * @returns short phrases, empty where nothing has to be fitted
 * @example
 * fitWords(rung('sit-to-stand.chair.2'), { heightCm: 168, ranges: [] }) // ['seat 55 cm: two cushions']
 */
export function fitWords(
  variation: Variation,
  { heightCm, ranges }: { heightCm: number | null; ranges: Person['ranges'] },
): string[] {
  if (heightCm === null) return []
  const words: string[] = []
  if (variation.movement === 'sit-to-stand' && variation.tier !== 'floor') {
    const seat = seatFit({ level: variation.level, heightCm, chairCm: SIZE_CM.seat, cushionCm: SIZE_CM.cushion })
    const how = ['the chair as it is', 'one cushion', 'two cushions'][Math.min(2, seat.cushions)]
    words.push(`seat ${Math.round(seat.seatCm)} cm: ${how}${seat.needsHigherSeat ? ', better a higher chair' : ''}`)
  }
  if (variation.props.some((need) => need.prop === 'strap') && variation.postureId.endsWith('supine')) {
    const strap = strapCm(heightCm, STRAP_AT_DEG)
    if (strap >= 1) words.push(`strap ${Math.round(strap)} cm from hand to foot`)
  }
  if (variation.movement === 'wall-sit' && variation.postureId.endsWith('at-wall')) {
    words.push(
      `feet ${Math.round(wallSit(heightCm, valueIn(WALL_SIT_DEG, variation.level)).footDistanceCm)} ` +
        'cm out from under the hips',
    )
  }
  if (variation.movement === 'hip-hinge' && variation.tier === 'standing') {
    const rest = handRest(heightCm, valueIn(HINGE_DEG, variation.level))
    words.push(`hands on the ${rest.name}, ${rest.cm} cm`)
  }
  if (variation.postureId === 'floor/rotation-sit') {
    const inward = ranges.find((range) => range.range === 'hip-turn-in')
    const block = inward && sittingBlock(heightCm, inward.degrees)
    if (block) words.push(`block ${block} cm under the seat`)
  }
  return words
}
