import { layoutOf, type Room } from './layout'
import { footprintOf } from './station'
import type { Footprint } from './station'

/** People for each pair of hands in the room; ours: ask the venue and your insurer. */
const PEOPLE_A_PAIR_OF_HANDS = 8
const TRIED_AT_MOST = 60

export interface Capacity {
  byRoom: number
  byHands: number
  /** The smaller of the two. */
  places: number
}

/**
 * How many people a circle has places for: the room, filled up with chairs beside those who come, and hands to help.
 *
 * @param present footprints of those who belong to it and come into the room
 * @param hands pairs of hands in the room, whoever leads counted in
 * @source ours
 */
export function capacityOf(room: Room, present: readonly Footprint[], hands: number): Capacity {
  const chair = footprintOf('chair', 'room')
  const fits = (count: number) =>
    layoutOf(
      room,
      count <= present.length
        ? present.slice(0, count)
        : [...present, ...Array<Footprint>(count - present.length).fill(chair)],
    ).fits
  let byRoom = 0
  while (byRoom < TRIED_AT_MOST && fits(byRoom + 1)) byRoom += 1
  const byHands = hands * PEOPLE_A_PAIR_OF_HANDS
  return { byRoom, byHands, places: Math.min(byRoom, byHands) }
}
