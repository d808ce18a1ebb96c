import { useEventSource, useIntervalFn } from '@vueuse/core'
import { followMeeting } from '~~/core/contract/meetings'
import { Broadcast } from '~~/core/lead/message'

/** Where the line is down, what others said is fetched this often. */
const LISTEN_MS = 10_000

/** Follows the open meeting: what other devices say shows up at once; a line that broke is taken up again by itself. */
export function useFollowing() {
  const meeting = useMeeting()
  const { status, event, data } = useEventSource(
    addressOf(followMeeting, { id: meeting.opened.meeting.id }),
    ['message', 'clock'],
    { autoReconnect: { retries: () => true, delay: 2000 } },
  )
  watch([data, event], ([said, kind]) => {
    if (kind !== 'message' || !said) return
    const heard = Broadcast.safeParse(JSON.parse(said))
    if (heard.success) meeting.receive(heard.data)
  })
  // What was said while the line was down is fetched when it is up again.
  watch(status, (now, before) => {
    if (now === 'OPEN' && before !== undefined) void meeting.refresh().catch(() => undefined)
  })
  useIntervalFn(() => {
    if (status.value !== 'OPEN') void meeting.refresh().catch(() => undefined)
  }, LISTEN_MS)
}
