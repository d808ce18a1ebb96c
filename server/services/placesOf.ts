import { footprintOf, type Footprint } from '../../core/catalogue/station'
import type { Catalogue } from '../../core/catalogue/catalogue'
import { capacityOf, type Capacity } from '../../core/circle/capacity'
import type { Circle, Venue } from '../../core/circle/circle'
import type { Participant } from '../../core/offer/participant'
import { placesIn } from '../../core/room/placesIn'

/** The places of a circle, and how many of them are taken by people in the room. */
export interface CirclePlaces extends Capacity {
  circleId: string
  taken: number
}

/** How many places each circle has, by its room and the hands in it; who joins by video takes none. */
export function placesOf(
  circles: readonly Circle[],
  venues: readonly Venue[],
  people: readonly Participant[],
  { stations }: Catalogue,
): CirclePlaces[] {
  return circles.flatMap((circle) => {
    const venue = venues.find((one) => one.id === circle.venueId)
    if (!venue) return []
    const inRoom = people.filter((person) => circle.members.includes(person.id) && person.joins !== 'video')
    const room = { lengthM: venue.roomLengthM, widthM: venue.roomWidthM, door: venue.door }
    const footprints = inRoom.map((person) => footprintOf(person.homeTier, person.joins, stations))
    const byRoom = placesIn(room, footprints, stations)
    const byChairs = chairPlaces(venue.cupboard.chair, footprints)
    return [
      {
        ...{ circleId: circle.id, taken: inRoom.length },
        ...capacityOf({ byRoom, byChairs }, circle.helpers, stations.peopleAPairOfHands),
      },
    ]
  })
}

/** Those who have a place, and one more for each chair that nobody sits on or stands behind; null: not counted. */
function chairPlaces(chairs: number | undefined, taken: readonly Footprint[]): number | null {
  if (chairs === undefined) return null
  const used = taken.filter(({ kind }) => kind === 'chair' || kind === 'behind-chair').length
  return taken.length + Math.max(0, chairs - used)
}
