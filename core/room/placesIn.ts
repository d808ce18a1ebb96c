import { footprintOf, type Footprint, type Stations } from '../catalogue/station'
import { layoutOf, type Room } from './layout'

const TRIED_AT_MOST = 60

/**
 * How many people fit into a room that is filled up with chairs beside those who come.
 *
 * @param present footprints of those who belong to the circle and come into the room
 * @source ours
 * @example
 * placesIn(room, [], stations) // 10
 */
export function placesIn(room: Room, present: readonly Footprint[], stations: Stations): number {
  const chair = footprintOf('chair', 'room', stations)
  const fits = (count: number) => {
    const chairs = Array<Footprint>(Math.max(0, count - present.length)).fill(chair)
    return layoutOf(room, [...present.slice(0, count), ...chairs]).fits
  }
  let places = 0
  while (places < TRIED_AT_MOST && fits(places + 1)) places += 1
  return places
}
