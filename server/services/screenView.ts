import { entryOf } from '../../core/entries'
import type { ScreenView } from '../../core/contract/watch'
import type { Catalogue } from '../../core/catalogue/catalogue'
import { keyIn, takingPart } from '../../core/lead/shownClass'
import type { Room } from '../../core/room/layout'
import { seatRoom, seatWell, sitterOf, type SeatedRoom, type SeatTask } from '../../core/room/seatRoom'
import type { Scope } from '../database/rows'
import { shownOf, type Shown } from './shownOf'

/** What a screen came in by. */
interface Way {
  withNames: boolean
  /** Whose own lane alone is shown; null: the room is. */
  own: string | null
  /** ISO 8601. */
  endsAt: string
}

/** A class as a screen in the room, or at somebody's home, shows it: see `ShownClass` for what it does not. */
export async function screenView(scope: Scope, meetingId: string, { endsAt, ...way }: Way): Promise<ScreenView> {
  const { view, catalogue, shown } = await shownOf(scope, meetingId, way)
  const { startsAt } = view.meeting
  const isOwn = way.own !== null
  // Somebody at home has their own room.
  const seats = isOwn ? null : seatsOf(view, catalogue)
  return { shown, seats, isOwn, startsAt, endsAt, sequence: view.sequence, now: Date.now() }
}

/** Where everybody sits; null: nobody is in the room yet. */
function seatsOf(view: Shown['view'], catalogue: Catalogue): ScreenView['seats'] {
  const { venue, meeting, people } = view
  const { riders } = takingPart(view, catalogue)
  const room: Room = { lengthM: venue.roomLengthM, widthM: venue.roomWidthM, door: { ...venue.door } }
  const tiers = new Map(riders.map(({ id, tier }) => [id, tier]))
  const sitters = people.filter(({ id }) => tiers.has(id)).map((person) => sitterOf(person, entryOf(tiers, person.id)))
  const { stations } = catalogue
  const seated = meeting.seating
    ? seatRoom(room, sitters, stations, { byHand: meeting.seating })
    : knownOrWorkedOut({ room, sitters, stations })
  return seated.order.length === 0 ? null : seatsIn(room, seated, (id) => keyIn(people, id))
}

function seatsIn(room: Room, { layout, order, footprints }: SeatedRoom, keyOf: (id: string) => string) {
  const places = order.flatMap((id, at) => {
    const [place, footprint] = [layout.places[at], footprints[at]]
    if (!place || !footprint) return []
    const { x, y, facingDeg } = place
    return [{ key: keyOf(id), x, y, facingDeg, widthM: footprint.widthM, depthM: footprint.depthM }]
  })
  return { room, places, instructor: layout.instructor }
}

/** Screens ask again and again while nobody moves. */
const KEPT = 20
const workedOut = new Map<string, SeatedRoom>()

function knownOrWorkedOut(task: SeatTask): SeatedRoom {
  const key = JSON.stringify([task.room, task.sitters])
  const seated = workedOut.get(key) ?? seatWell(task)
  workedOut.delete(key)
  workedOut.set(key, seated)
  for (const oldest of workedOut.keys()) if (workedOut.size > KEPT) workedOut.delete(oldest)
  return seated
}
