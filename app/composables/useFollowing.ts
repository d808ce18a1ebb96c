import { useDocumentVisibility, useEventListener } from '@vueuse/core'
import { heardTime, measureTime } from '~/live/classTime'
import { followShared, type Heard } from '~/live/sharedStream'

/** Longer than three heartbeats of the server: then nothing is heard of it any more. */
const SILENT_MS = 50_000

/**
 * Follows the open meeting as long as this page is there: what other devices say shows up at once; a line that broke
 * goes on where it was. A window that is out of sight and leads no class gives its line to others.
 *
 * @param isNeededUnseen whether the window has to hear also while nobody sees it
 */
export function useFollowing(isNeededUnseen: () => boolean) {
  const meeting = useMeeting()
  const visibility = useDocumentVisibility()
  let silence: ReturnType<typeof setTimeout> | undefined

  function heard(what: Heard): void {
    clearTimeout(silence)
    meeting.cutSince = what.kind === 'cut' ? (meeting.cutSince ?? Date.now()) : null
    if (what.kind === 'cut') return
    silence = setTimeout(() => (meeting.cutSince ??= Date.now()), SILENT_MS)
    if (what.kind === 'clock') heardTime(what.now)
    else meeting.receive(what.said)
  }
  const isWanted = computed(
    () => meeting.view !== null && (visibility.value === 'visible' || isNeededUnseen()) && !meeting.rehearsal,
  )
  watch(
    () => (isWanted.value ? meeting.opened.meeting.id : null),
    (meetingId, _before, onCleanup) => {
      if (meetingId === null) return
      const end = followShared({ meetingId, since: () => meeting.view?.sequence ?? 0, heard })
      void meeting.catchUp()
      onCleanup(() => {
        end()
        clearTimeout(silence)
      })
    },
    { immediate: true },
  )
  useEventListener('online', () => void meeting.catchUp())
  watch(visibility, (now) => now === 'visible' && void measureTime())
  void measureTime()
  onScopeDispose(() => clearTimeout(silence))
}
