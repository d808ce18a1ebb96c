import type { Said } from '~~/core/lead/blockVoice'
import { cuesOf } from '~~/core/lead/cues'
import type { ScriptStep } from '~~/core/lead/script'

/** What the voice speaks of in the meeting that is open. */
export function useSaid() {
  const meeting = useMeeting()
  const catalogues = useCatalogue()
  return (): Said => ({
    plan: meeting.planned,
    timeline: meeting.timeline,
    riders: meeting.ridersPresent,
    circle: { ...meeting.opened.circle, ...meeting.sides },
    before: meeting.opened.before,
    catalogue: catalogues.catalogue,
    textsOf: catalogues.textsOf,
  })
}

/** What one voice says to the class that is open, for the voice of this device. */
export function useCues(steps: Readonly<Ref<readonly ScriptStep[]>>) {
  const said = useSaid()
  const { voice } = useDeviceVoice()
  return computed(() => cuesOf(steps.value, { ...said(), voice: voice.value }))
}
