import { isSameWallDay } from '~~/core/calendar/wall'
import { nextStep, type NextStep } from '~~/core/circle/nextStep'
import type { MeetingLine } from '~~/core/contract/meetings'
import { refusalOf } from './useRefusal'

/** The one thing that comes next in a circle, and making its next meeting from the plan of the last one. */
export function useNextStep(circleId: MaybeRefOrGetter<string>) {
  const practice = usePractice()
  const dates = useDates()
  const { isLead } = useAccount()
  const problem = ref('')
  const making = ref(false)
  const circle = computed(() => practice.circles.find(({ id }) => id === toValue(circleId)))
  /** The clock on the wall where this circle meets. */
  const zone = computed(() => practice.zoneOf(toValue(circleId)))
  const isToday = (at: string) => isSameWallDay(at, Date.now(), zone.value)
  const step = computed((): NextStep<MeetingLine> => {
    const of = toValue(circleId)
    const open = dates.known.lines.filter(
      (line) => line.circleId === of && line.meetingId === null && line.state === 'open',
    )
    return nextStep(
      {
        people: circle.value?.members.length ?? 0,
        meetings: practice.meetings.filter((meeting) => meeting.circleId === of),
        dates: open.flatMap(({ seriesId, on, startsAt }) => (seriesId === null ? [] : [{ seriesId, on, startsAt }])),
      },
      { now: Date.now(), isToday, isLead: isLead.value },
    )
  })
  async function make(): Promise<void> {
    if (step.value.does !== 'make') return
    const { date, like } = step.value
    making.value = true
    try {
      const id = await dates.meetingOf({ meetingId: null, ...date }, like?.id ?? null)
      await navigateTo(`/meetings/${id}/prepare`)
    } catch (error) {
      problem.value = refusalOf(error).message
    } finally {
      making.value = false
    }
  }
  return { step, zone, isToday, make, making, problem }
}
