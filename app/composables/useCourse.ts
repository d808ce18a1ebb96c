import { nextBlockStep, type ClockReading } from '~~/core/lead/clock'
import { scriptOf, type ScriptStep } from '~~/core/lead/script'
import type { Plan } from '~~/core/plan/plan'
import { timelineOf } from '~~/core/plan/timeline'

/** Where the class is. */
interface Running {
  steps: Readonly<Ref<readonly ScriptStep[]>>
  reading: Readonly<Ref<ClockReading>>
  step: Readonly<Ref<ScriptStep | undefined>>
}

/** Changing the course of a class that runs, and taking the last change back. */
export function useCourse({ steps, reading, step }: Running) {
  const meeting = useMeeting()
  const catalogues = useCatalogue()
  const timed = (plan: Plan) =>
    timelineOf(plan, meeting.ridersFor(plan), new Set(meeting.opened.met), catalogues.catalogue)
  /** The plan before the last change of course, and the block that was on: it can be taken back until that is over. */
  const before = shallowRef<{ plan: Plan; during: string | null; why: string } | null>(null)
  const during = computed(() => step.value?.blockId ?? null)
  /** Why the course was changed, while that can be taken back; empty: nothing can be. */
  const courseChanged = computed(() => (before.value?.during === during.value ? (before.value?.why ?? '') : ''))

  /** Runs the rest of the class by another plan, from the next block on; what has begun is led to its end. */
  function changeCourse(plan: Plan, why: string): void {
    before.value = { plan: meeting.planned, during: during.value, why }
    const from = nextBlockStep(steps.value, reading.value.step)
    const done = new Set(steps.value.slice(0, from).map((one) => one.blockId))
    const script = scriptOf(timed(plan)).filter((one) => one.blockId === null || !done.has(one.blockId))
    meeting.press({
      event: 'change',
      step: steps.value[from]?.blockId === step.value?.blockId ? steps.value.length : from,
      script,
      blocks: plan.blocks,
      why,
    })
  }
  function takeCourseBack(): void {
    if (before.value === null || courseChanged.value === '') return
    changeCourse(before.value.plan, 'as it was before')
    before.value = null
  }
  return { timed, changeCourse, courseChanged, takeCourseBack }
}
