import { entryOf } from '../../core/entries'
import type { ScreenView } from '../../core/contract/watch'
import type { Variation } from '../../core/catalogue/catalogue'
import type { VariationTexts } from '../../core/catalogue/movement'
import { textsOf } from '../../core/catalogue/summary'
import { keyIn, shownClass, takingPart } from '../../core/lead/shownClass'
import type { Room } from '../../core/room/layout'
import { seatRoom, seatWell, sitterOf, type SeatedRoom, type SeatTask } from '../../core/room/seatRoom'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { practiceCatalogue } from '../catalogue/practiceCatalogue'
import type { Scope } from '../database/rows'
import { meetingView } from './meetingView'

/** What a screen came in by. */
interface Way {
  withNames: boolean
  /** ISO 8601. */
  endsAt: string
}

/** A class as a screen in the room, or at somebody's home, shows it: see `ShownClass` for what it does not. */
export async function screenView(scope: Scope, meetingId: string, { withNames, endsAt }: Way): Promise<ScreenView> {
  const [view, catalogue, data] = await Promise.all([
    meetingView(scope, meetingId),
    linkedCatalogue(scope),
    practiceCatalogue(scope),
  ])
  const texts = new Map<string, Record<string, VariationTexts>>()
  const wordsOf = ({ movement, id }: Variation): VariationTexts | undefined => {
    const entry = texts.has(movement) ? undefined : data.movements.find((one) => one.id === movement)
    if (entry) texts.set(movement, textsOf(entry).variations)
    return texts.get(movement)?.[id]
  }
  const shown = shownClass(view, { catalogue, textsOf: wordsOf, withNames })
  const { venue, meeting, people, sequence } = view
  const { riders } = takingPart(view, catalogue)
  const room: Room = { lengthM: venue.roomLengthM, widthM: venue.roomWidthM, door: { ...venue.door } }
  const tiers = new Map(riders.map(({ id, tier }) => [id, tier]))
  const sitters = people.filter(({ id }) => tiers.has(id)).map((person) => sitterOf(person, entryOf(tiers, person.id)))
  const { stations } = catalogue
  const seated = meeting.seating
    ? seatRoom(room, sitters, stations, { byHand: meeting.seating })
    : knownOrWorkedOut({ room, sitters, stations })
  return {
    shown,
    seats: seated.order.length === 0 ? null : seatsIn(room, seated, (id) => keyIn(people, id)),
    startsAt: meeting.startsAt,
    endsAt,
    sequence,
    now: Date.now(),
  }
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
