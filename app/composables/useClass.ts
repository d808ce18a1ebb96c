import { useDocumentVisibility, useNow, useWakeLock } from '@vueuse/core'
import { TIERS, type Tier } from '~~/core/catalogue/words'
import { hasBegun, nextBlockStep, readClock, startedScript } from '~~/core/lead/clock'
import { cueAt } from '~~/core/lead/cues'
import { logMoment } from '~~/core/lead/logFor'
import { laneNow, type LaneNow } from '~~/core/lead/laneNow'
import type { MotionMoment } from '~~/core/lead/motionAt'
import { changingSeconds } from '~~/core/lead/moveAt'
import type { PairMoment } from '~~/core/lead/pairAt'
import { paceAt } from '~~/core/lead/pace'
import { blockIn } from '~~/core/plan/plan'
import { restingAt } from '~~/core/lead/resting'
import { doseOfStep, scriptOf, workElapsedSeconds } from '~~/core/lead/script'
import { homewardIn } from '~~/core/lead/shownClass'

const TICK_MS = 100

/**
 * The class that is led: the clock read from its events, what is said and paced, the moves of the clock, and the
 * logging of people.
 */
export function useClass() {
  const meeting = useMeeting()
  const catalogues = useCatalogue()
  const ticking = useNow({ interval: TICK_MS })
  const view = computed(() => meeting.opened)
  const begun = computed(() => hasBegun(view.value.classEvents))
  const steps = computed(() => (begun.value ? startedScript(view.value.classEvents) : scriptOf(meeting.timeline)))
  const reading = computed(() => readClock(view.value.classEvents, (void ticking.value, meeting.now())))
  /** What the big clock shows; before the start, how long the first step will be. */
  const leftSeconds = computed(() => (begun.value ? reading.value.leftMs / 1000 : (steps.value[0]?.seconds ?? 0)))
  const step = computed(() => steps.value[reading.value.step])
  const blockIndex = computed(() => meeting.planned.blocks.findIndex((block) => block.id === step.value?.blockId))
  const block = computed(() => meeting.planned.blocks[blockIndex.value])
  const nextBlock = computed(() => meeting.planned.blocks[step.value?.blockId === null ? -1 : blockIndex.value + 1])
  const workElapsed = computed(() =>
    workElapsedSeconds(steps.value, reading.value.step, reading.value.elapsedMs / 1000),
  )
  /** Where a lane is at this very moment, by its own dose; null: it does nothing. */
  function laneAtOnce(tier: Tier): LaneNow | null {
    const [whole, own] = [block.value, lane(tier)]
    if (!begun.value || !whole || !own) return null
    const { dose, movement } = blockIn(whole, tier)
    const doing = { dose, sides: sidesOf(movement), parts: own.parts }
    return laneNow(doing, steps.value, readClock(view.value.classEvents, meeting.now()))
  }
  /** Where a lane's pair is at this very moment; null: none is worked at. */
  const pairIn = (tier: Tier): PairMoment | null => laneAtOnce(tier)?.pair ?? null
  /** Where in its movement a lane is at this very moment: shown as it is introduced, then in step with the count. */
  const motionIn = (tier: Tier): MotionMoment => laneAtOnce(tier)?.motion ?? { share: 0, isOther: false }
  /** Seconds since the lanes began to move into the block; null: they do not move now. */
  const onTheWay = () =>
    begun.value ? changingSeconds(steps.value, readClock(view.value.classEvents, meeting.now())) : null
  /** At the end, how each lane gets back to where it began; empty before. */
  const homeward = computed(() => (step.value?.kind === 'ending' ? homewardIn(meeting.timeline) : {}))
  const elapsedOfClass = computed(
    () =>
      steps.value.slice(0, reading.value.step).reduce((sum, one) => sum + one.seconds, 0) +
      reading.value.elapsedMs / 1000,
  )
  const moment = computed(() =>
    begun.value ? logMoment(steps.value, reading.value.step, reading.value.elapsedMs / 1000) : null,
  )
  const loggedBlock = computed(() => meeting.planned.blocks.find((one) => one.id === moment.value?.blockId))
  const sidesOf = (movement: string) => catalogues.catalogue.movements.get(movement)?.sides ?? 'both'
  /** The count and the part of the repetition, the press, the breath; null outside the work. */
  const pace = computed(() => {
    const dose = block.value && step.value ? doseOfStep(block.value.dose, step.value) : null
    return block.value && dose ? paceAt(dose, sidesOf(block.value.movement), reading.value.elapsedMs / 1000) : null
  })
  const cues = useCues(steps)
  /** What is said now. */
  const cue = computed(() =>
    begun.value ? cueAt(cues.value, reading.value.step, reading.value.elapsedMs / 1000) : null,
  )

  const wakeLock = useWakeLock()
  const visibility = useDocumentVisibility()
  watch([() => reading.value.status, visibility], ([status]) => {
    if (status === 'running' && visibility.value === 'visible') void wakeLock.request('screen').catch(() => undefined)
    else void wakeLock.release()
  })

  /** Why the class cannot begin as it is planned; empty where it can. */
  const stops = computed(() => (begun.value ? [] : meeting.checks.filter((check) => check.weight === 'stop')))
  function start(): void {
    if (stops.value.length > 0) return
    meeting.notice = ''
    meeting.press({ event: 'start', script: [...steps.value], planVersion: view.value.meeting.planVersion })
  }
  function toggle(): void {
    if (reading.value.status === 'ready') start()
    else if (reading.value.status === 'running') meeting.press({ event: 'pause' })
    else if (reading.value.status === 'paused') meeting.press({ event: 'resume' })
  }
  function goTo(to: number): void {
    if (begun.value) meeting.press({ event: 'goTo', step: Math.max(0, Math.min(to, steps.value.length - 1)) })
  }
  /** Back to the start of this step; within its first seconds, to the one before. */
  function back(): void {
    goTo(reading.value.elapsedMs > 3000 ? reading.value.step : reading.value.step - 1)
  }
  const on = () => (reading.value.step >= steps.value.length - 1 ? finish() : goTo(reading.value.step + 1))
  const skip = () => goTo(nextBlockStep(steps.value, reading.value.step))
  const stretch = (seconds: number) =>
    begun.value && meeting.press({ event: 'stretch', step: reading.value.step, seconds })
  const finish = () => meeting.press({ event: 'finish' })
  const reset = () => meeting.press({ event: 'reset' })

  const course = useCourse({ steps, reading, step })

  const logs = useClassLogs({ steps, reading, moment, loggedBlock })
  /** Whose own dose is done while the round goes on. */
  const resting = computed(() => {
    const lanes = TIERS.flatMap((tier) => lane(tier) ?? [])
    return new Set(step.value ? restingAt(lanes, step.value, reading.value.elapsedMs / 1000) : [])
  })
  const lane = (tier: Tier) => meeting.timeline.blocks[blockIndex.value]?.lanes[tier] ?? null

  return {
    view,
    begun,
    steps,
    reading,
    leftSeconds,
    step,
    block,
    blockIndex,
    nextBlock,
    workElapsed,
    motionIn,
    pairIn,
    onTheWay,
    homeward,
    elapsedOfClass,
    moment,
    loggedBlock,
    pace,
    cue,
    lane,
    resting,
    stops,
    start,
    toggle,
    back,
    on,
    skip,
    stretch,
    finish,
    reset,
    ...course,
    ...logs,
  }
}
export type LedClass = ReturnType<typeof useClass>
