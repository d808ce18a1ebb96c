import { seatWell, type SeatedRoom, type SeatTask } from '~~/core/room/seatRoom'

self.onmessage = ({ data }: MessageEvent<SeatTask>) => {
  self.postMessage(seatWell(data) satisfies SeatedRoom)
}
