import { useDocumentVisibility, useIntervalFn, useTimeoutFn } from '@vueuse/core'
import { readCircles } from '~~/core/contract/circles'
import { readEvidence } from '~~/core/contract/reflection'
import { readMeeting, readMeetings, type MeetingLine } from '~~/core/contract/meetings'
import { movementsLed } from '~~/core/lead/movementsLed'
import { classTime } from '~/live/classTime'
import { isOfTheseDays } from '~/live/days'
import { forgetKnown, knownBy } from '~/live/known'
import { layInFigures } from '~/live/layInFigures'

/** What is known of a meeting is fetched anew when it is as old as this. */
const FRESH_MS = 10 * 60_000
const LOOK_AGAIN_MS = 5 * 60_000
/** The screen that is open comes first: it has everything by then. */
const SCREEN_FIRST_MS = 4000
const laidIn = (id: string): string => `laid-in ${id}`

/** A newer version of the application waits until this one has no fetch left: with this aborted, none is begun. */
const forNewVersion = new AbortController()

/** Ends what is being laid in, so that a newer version can take over at once; it lays in the rest itself. */
export const stopLayingIn = (): void => forNewVersion.abort()

/** A meeting of these days, as the first page shows it without the server. */
export type KeptMeeting = Pick<MeetingLine, 'id' | 'title' | 'startsAt' | 'zone' | 'blocks'> & { circle: string }

/**
 * Lays in what the meetings of today and tomorrow need, so that they can be gathered and led with the server gone: the
 * meetings themselves, the catalogue, the words of what they may come to, and its figures. What is of other days is
 * forgotten.
 */
export function useProvisions(): void {
  const { account, isLead } = useAccount()
  const catalogues = useCatalogue()
  const visibility = useDocumentVisibility()
  let laying: Promise<void> | undefined

  const layIn = () => (laying ??= layInAll().finally(() => (laying = undefined)))

  async function layInAll(): Promise<void> {
    const owner = account.value?.id
    if (owner === undefined || forNewVersion.signal.aborted) return
    const known = knownBy(owner)
    await forgetKnown(owner)
    try {
      const [lines, circles] = await Promise.all([call(readMeetings), call(readCircles)])
      const meetings = lines.filter((line) => !line.calledOff && isOfTheseDays(line.startsAt, classTime()))
      const nameOf = (id: string) => circles.find((circle) => circle.id === id)?.name ?? ''
      const kept = meetings.map(({ id, title, startsAt, zone, blocks, circleId }): KeptMeeting => {
        return { id, title, startsAt, zone, blocks, circle: nameOf(circleId) }
      })
      await known.keep('meetings', kept.toReversed())
      const wanted = new Set(meetings.flatMap(({ id }) => [`meeting ${id}`, `evidence ${id}`, laidIn(id)]))
      await known.forget((what) => !/^(meeting|evidence|laid-in) /.test(what) || wanted.has(what))
      if (meetings.length === 0) return
      await catalogues.load()
      for (const { id } of meetings) await layInMeeting(id, known)
    } catch {
      // The server is not there, or busy: what is known stays, and the next look tries again.
    }
  }

  async function layInMeeting(id: string, known: ReturnType<typeof knownBy>): Promise<void> {
    // The meeting itself is kept by its screen as well: only this mark says that all of it is here.
    const age = await known.ageOf(laidIn(id))
    if (age !== undefined && Date.now() - age < FRESH_MS) return
    const view = await call(readMeeting, { params: { id } })
    await known.keep(`meeting ${id}`, view)
    if (isLead.value) await known.keep(`evidence ${id}`, await call(readEvidence, { params: { id } }))
    const led = movementsLed(view.meeting.plan, catalogues.catalogue)
    await catalogues.loadTexts(led)
    await layInFigures(new Set(led), catalogues.catalogue, forNewVersion.signal)
    await known.keep(laidIn(id), true)
  }

  const { start } = useTimeoutFn(() => void layIn(), SCREEN_FIRST_MS, { immediate: false })
  watch(
    [() => account.value?.id, visibility],
    ([id, now]) => {
      if (id !== undefined && now === 'visible') start()
    },
    { immediate: true },
  )
  useIntervalFn(() => void layIn(), LOOK_AGAIN_MS)
}
