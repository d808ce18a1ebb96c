import { chanceFor } from '~~/core/compose/compose'
import { seatRoom, type RoomSitter, type SeatedRoom } from '~~/core/room/seatRoom'
import type { LayoutKind, Room } from '~~/core/room/layout'

export interface SeatTask {
  room: Room
  sitters: RoomSitter[]
  kind: LayoutKind | undefined
}

/** Enough for forty people in well under 300 ms. */
const LOOKS = 400_000

self.onmessage = ({ data: { room, sitters, kind } }: MessageEvent<SeatTask>) => {
  self.postMessage(
    seatRoom(room, sitters, { exchanges: { looks: LOOKS, chance: chanceFor('seats') }, kind }) satisfies SeatedRoom,
  )
}
