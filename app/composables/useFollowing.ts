import { useEventSource, useIntervalFn } from '@vueuse/core'
import { Letter } from '~~/core/lead/message'

/** Where the line is down, what others said is fetched this often. */
const LISTEN_MS = 10_000

/** Follows the open meeting: what other devices say shows up at once; a line that broke is taken up again by itself. */
export function useFollowing() {
  const meeting = useMeeting()
  const { status, event, data } = useEventSource(
    `/api/meetings/${meeting.view!.meeting.id}/stream`,
    ['letter', 'clock'],
    { autoReconnect: { retries: () => true, delay: 2000 } },
  )
  watch([data, event], ([said, kind]) => {
    if (kind !== 'letter' || !said) return
    const letter = Letter.safeParse(JSON.parse(said))
    if (letter.success) meeting.hear(letter.data)
  })
  // What was said while the line was down is fetched when it is up again.
  watch(status, (now, before) => {
    if (now === 'OPEN' && before !== undefined) void meeting.refresh().catch(() => undefined)
  })
  useIntervalFn(() => {
    if (status.value !== 'OPEN') void meeting.refresh().catch(() => undefined)
  }, LISTEN_MS)
}
