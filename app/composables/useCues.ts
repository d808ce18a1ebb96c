import { cuesOf } from '~~/core/lead/cues'
import type { ScriptStep } from '~~/core/lead/script'

/** What one voice says to the class that is open, for the voice of this device. */
export function useCues(steps: Readonly<Ref<readonly ScriptStep[]>>) {
  const meeting = useMeeting()
  const catalogues = useCatalogue()
  const { voice } = useDeviceVoice()
  return computed(() =>
    cuesOf(steps.value, {
      plan: meeting.planned,
      timeline: meeting.timeline,
      riders: meeting.ridersPresent,
      circle: { ...meeting.opened.circle, ...meeting.sides },
      before: meeting.opened.before,
      catalogue: catalogues.catalogue,
      textsOf: catalogues.textsOf,
      voice: voice.value,
    }),
  )
}
