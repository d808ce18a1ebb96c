import { entryOf } from '../entries'
import type { Tier } from '../catalogue/words'
import { NO_NEEDS, type SeatNeeds } from '../offer/seatNeeds'
import { randomFrom } from '../random'
import { footprintOf, type Footprint, type Stations } from '../catalogue/station'
import { layoutOf, type Layout, type LayoutKind, type Room } from './layout'
import { seatingCost, seated, type Exchanges, type Sitter } from './seats'

/** Somebody in the room with what their place takes. */
export interface RoomSitter extends Sitter {
  joins: 'room' | 'video' | 'wheelchair'
}

export interface SeatedRoom {
  layout: Layout
  /** Person ids by place. */
  order: string[]
  /** Footprints by place. */
  footprints: Footprint[]
  cost: number
  /** No order costs less. */
  atLeast: number
}

/**
 * Seats a room: the layout that fits, then who sits where, then the places by what each one's station takes. Who sits
 * where is settled on places of equal width, since a place moves a little with the widths of its neighbours.
 *
 * @param sitters those in the room; who joins by video has no place in it
 * @param stations what each place takes of the floor
 * @param byHand an order that somebody made; left out: it is worked out
 * @param exchanges how long friends are brought together; left out: not at all
 * @example
 * seatRoom(room, sitters, stations).layout.fits // true
 */
export function seatRoom(
  room: Room,
  sitters: readonly RoomSitter[],
  stations: Stations,
  {
    byHand,
    exchanges,
    kind,
  }: { byHand?: readonly string[]; exchanges?: Exchanges; kind?: LayoutKind | undefined } = {},
): SeatedRoom {
  const inRoom = sitters.filter((sitter) => sitter.joins !== 'video')
  const footprintBy = new Map(inRoom.map((sitter) => [sitter.id, footprintOf(sitter.tier, sitter.joins, stations)]))
  const chosen = layoutOf(room, [...footprintBy.values()], kind).kind
  const slots = layoutOf(room, equal([...footprintBy.values()]), chosen)
  const known = byHand?.filter((id) => footprintBy.has(id))
  const order = known ? [...known, ...inRoom.map((sitter) => sitter.id).filter((id) => !known.includes(id))] : null
  const answer = seated(inRoom, slots, room, order ? undefined : exchanges)
  const placed = order ?? answer.order
  const footprints = placed.map((id) => entryOf(footprintBy, id))
  return {
    layout: layoutOf(room, footprints, chosen),
    order: placed,
    footprints,
    cost: order ? seatingCost(order, inRoom, slots, room) : answer.cost,
    atLeast: answer.atLeast,
  }
}

/**
 * A room in which not all fit, as far as it can be drawn: as many as there are places for, in their order, and who has
 * none.
 *
 * @param kind a layout that somebody chose; left out: the first that fits
 * @example
 * whoFit(seatRoom(room, sitters, stations), room).without // []
 */
export function whoFit(seated: SeatedRoom, room: Room, kind?: LayoutKind): { shown: SeatedRoom; without: string[] } {
  if (seated.layout.fits) return { shown: seated, without: [] }
  for (let count = seated.order.length - 1; count > 0; count -= 1) {
    const footprints = seated.footprints.slice(0, count)
    const layout = layoutOf(room, footprints, kind)
    if (layout.fits)
      return {
        shown: { ...seated, layout, footprints, order: seated.order.slice(0, count) },
        without: seated.order.slice(count),
      }
  }
  return { shown: { ...seated, order: [], footprints: [] }, without: seated.order }
}

/** A room that is to be seated, and nobody ordered it by hand. */
export interface SeatTask {
  room: Room
  sitters: RoomSitter[]
  stations: Stations
  /** Left out: what fits. */
  kind?: LayoutKind | undefined
}

/** Enough for forty people in well under 300 ms. */
const LOOKS = 400_000

/**
 * A room seated as well as a moment's work allows: the same for everybody who asks.
 *
 * @example
 * seatWell({ room, sitters, stations }).layout.fits // true
 */
export function seatWell({ room, sitters, stations, kind }: SeatTask): SeatedRoom {
  return seatRoom(room, sitters, stations, { exchanges: { looks: LOOKS, random: randomFrom('seats').next }, kind })
}

/**
 * Somebody as they sit in a room today.
 *
 * @param tier where they work today
 * @example
 * sitterOf({ id: 'ann', joins: 'room', beside: [] }, 'chair').tier // 'chair'
 */
export function sitterOf(
  { id, joins, seat, beside }: { id: string; joins: RoomSitter['joins']; seat?: SeatNeeds; beside: readonly string[] },
  tier: Tier,
): RoomSitter {
  return { id, tier, needs: { ...(seat ?? NO_NEEDS) }, friends: [...beside], joins }
}

function equal(footprints: readonly Footprint[]): Footprint[] {
  const width = footprints.reduce((sum, footprint) => sum + footprint.widthM, 0) / Math.max(1, footprints.length)
  const depth = Math.max(0, ...footprints.map((footprint) => footprint.depthM))
  return footprints.map((footprint) => ({ ...footprint, widthM: width, depthM: depth }))
}
