import { LOOKS, seatRoom, type RoomSitter, type SeatedRoom } from '~~/core/room/seatRoom'
import type { LayoutKind, Room } from '~~/core/room/layout'

export interface SeatTask {
  room: Room
  sitters: RoomSitter[]
  kind: LayoutKind | undefined
}

self.onmessage = ({ data: { room, sitters, kind } }: MessageEvent<SeatTask>) => {
  self.postMessage(seatRoom(room, sitters, { looks: LOOKS, kind }) satisfies SeatedRoom)
}
