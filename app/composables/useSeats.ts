import { entryOf } from '~~/core/entries'
import type { LayoutKind, Room } from '~~/core/room/layout'
import { seatRoom, sitterOf, type RoomSitter, type SeatedRoom, type SeatTask } from '~~/core/room/seatRoom'
import { seatReasons, type SeatReason } from '~~/core/room/seats'

/**
 * Who sits where in the open meeting: worked out in a worker as people come and go, or as somebody ordered it by hand,
 * with what each place gives its person and what it does not.
 */
export function useSeats() {
  const meeting = useMeeting()
  const { catalogue } = storeToRefs(useCatalogue())
  const stations = computed(() => catalogue.value.stations)
  const kind = ref<LayoutKind | undefined>()
  const workedOut = shallowRef<SeatedRoom | null>(null)
  const room = computed((): Room => {
    const { roomLengthM, roomWidthM, door } = meeting.opened.venue
    return { lengthM: roomLengthM, widthM: roomWidthM, door: { ...door } }
  })
  const sitters = computed((): RoomSitter[] =>
    meeting.present
      .filter((person) => meeting.riders.get(person.id)?.today.takesPart)
      .map((person) => sitterOf(person, entryOf(meeting.riders, person.id).today.tier)),
  )
  let worker: Worker | undefined
  watch(
    [sitters, room, kind],
    () => {
      worker ??= new Worker(new URL('../workers/seats.worker.ts', import.meta.url), { type: 'module' })
      worker.onmessage = ({ data }: MessageEvent<SeatedRoom>) => (workedOut.value = data)
      worker.postMessage({
        room: room.value,
        sitters: sitters.value,
        stations: stations.value,
        kind: kind.value,
      } satisfies SeatTask)
    },
    { immediate: true },
  )
  onBeforeUnmount(() => worker?.terminate())

  const byHand = computed(() => meeting.opened.meeting.seating)
  const seated = computed(() =>
    byHand.value
      ? seatRoom(room.value, sitters.value, stations.value, { byHand: byHand.value, kind: kind.value })
      : workedOut.value,
  )
  function reasonsOf(id: string, of = seated.value): SeatReason[] {
    const sitter = sitters.value.find((one) => one.id === id)
    return sitter && of
      ? seatReasons(sitter, of.order, { layout: of.layout, room: room.value, nameOf: meeting.calledOf })
      : []
  }
  const keyOf = (id: string, { kind, about = '' }: SeatReason) => `${id} ${kind} ${about}`
  /** Exchanges two people and says what that breaks that held before. */
  function swap(a: string, b: string): string[] {
    const before = seated.value
    if (!before || a === b) return []
    const order = before.order.map((id) => ({ [a]: b, [b]: a })[id] ?? id)
    const held = new Set(
      before.order.flatMap((id) =>
        reasonsOf(id)
          .filter((reason) => reason.isMet)
          .map((reason) => keyOf(id, reason)),
      ),
    )
    meeting.seat(order)
    const after = seated.value
    if (!after) return []
    return after.order.flatMap((id) =>
      reasonsOf(id, after)
        .filter((reason) => !reason.isMet && held.has(keyOf(id, reason)))
        .map((reason) => `${meeting.calledOf(id)}: ${reason.words.toLowerCase()}`),
    )
  }
  return { room, seated, kind, byHand, reasonsOf, swap }
}
