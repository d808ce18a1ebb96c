import { randomFrom } from '~~/core/random'
import type { Stations } from '~~/core/catalogue/station'
import { seatRoom, type RoomSitter, type SeatedRoom } from '~~/core/room/seatRoom'
import type { LayoutKind, Room } from '~~/core/room/layout'

export interface SeatTask {
  room: Room
  sitters: RoomSitter[]
  stations: Stations
  kind: LayoutKind | undefined
}

/** Enough for forty people in well under 300 ms. */
const LOOKS = 400_000

self.onmessage = ({ data: { room, sitters, stations, kind } }: MessageEvent<SeatTask>) => {
  self.postMessage(
    seatRoom(room, sitters, stations, {
      exchanges: { looks: LOOKS, random: randomFrom('seats').next },
      kind,
    }) satisfies SeatedRoom,
  )
}
