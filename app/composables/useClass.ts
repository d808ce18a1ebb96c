import { useDocumentVisibility, useIntervalFn, useNow, useWakeLock } from '@vueuse/core'
import { hasBegun, nextBlockStep, readClock, startedScript } from '~~/core/lead/clock'
import { logFor, logMoment } from '~~/core/lead/logFor'
import type { OutcomeEvent } from '~~/core/lead/outcome'
import { scriptOf, workElapsedSeconds } from '~~/core/lead/script'
import type { Tier } from '~~/core/catalogue/words'

const TICK_MS = 200
const LISTEN_MS = 5000

/** The class that is led: the clock read from its events, the moves of the clock, and the logging of people. */
export function useClass() {
  const meeting = useMeeting()
  const ticking = useNow({ interval: TICK_MS })
  const view = computed(() => meeting.view!)
  const begun = computed(() => hasBegun(view.value.classEvents))
  const steps = computed(() => (begun.value ? startedScript(view.value.classEvents) : scriptOf(meeting.timeline)))
  const reading = computed(() => readClock(view.value.classEvents, (void ticking.value, meeting.now())))
  /** What the big clock shows; before the start, how long the first step will be. */
  const leftSeconds = computed(() => (begun.value ? reading.value.leftMs / 1000 : (steps.value[0]?.seconds ?? 0)))
  const step = computed(() => steps.value[reading.value.step])
  const blockIndex = computed(() => meeting.plan!.blocks.findIndex((block) => block.id === step.value?.blockId))
  const block = computed(() => meeting.plan!.blocks[blockIndex.value])
  const nextBlock = computed(() => meeting.plan!.blocks[step.value?.blockId === null ? -1 : blockIndex.value + 1])
  const workElapsed = computed(() => workElapsedSeconds(steps.value, reading.value.step, reading.value.elapsedMs / 1000))
  const elapsedOfClass = computed(() => steps.value.slice(0, reading.value.step).reduce((sum, one) => sum + one.seconds, 0) + reading.value.elapsedMs / 1000)
  const moment = computed(() => (begun.value ? logMoment(steps.value, reading.value.step, reading.value.elapsedMs / 1000) : null))
  const loggedBlock = computed(() => meeting.plan!.blocks.find((one) => one.id === moment.value?.blockId))

  const wakeLock = useWakeLock()
  const visibility = useDocumentVisibility()
  watch([() => reading.value.status, visibility], ([status]) => {
    if (status === 'running' && visibility.value === 'visible') void wakeLock.request('screen').catch(() => undefined)
    else void wakeLock.release()
  })
  // What another device presses or logs shows up here within seconds.
  useIntervalFn(() => void meeting.refresh().catch(() => undefined), LISTEN_MS)

  /** Why the class cannot begin as it is planned; empty where it can. */
  const stops = computed(() => (begun.value ? [] : meeting.checks.filter((check) => check.weight === 'stop')))
  function start(): void {
    if (stops.value.length > 0) return
    meeting.press({ event: 'start', script: [...steps.value] })
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
  const stretch = (seconds: number) => begun.value && meeting.press({ event: 'stretch', step: reading.value.step, seconds })
  const finish = () => meeting.press({ event: 'finish' })
  const reset = () => meeting.press({ event: 'reset' })

  const outcomesOf = (participant: string, blockId: string) => meeting.outcomes.filter((outcome) => outcome.participant === participant && outcome.blockId === blockId)

  /** Logs one person for the block that is on; details are added to what was logged last. */
  function log(participant: string, done: OutcomeEvent['done']): OutcomeEvent[] {
    if (!moment.value || !loggedBlock.value) return []
    const at = meeting.plan!.blocks.indexOf(loggedBlock.value)
    const offers = meeting.riders.get(participant)?.offers[at] ?? []
    const logged = outcomesOf(participant, loggedBlock.value.id).map((outcome) => outcome.side)
    return meeting.log(logFor(done, moment.value, participant, offers, loggedBlock.value, logged, view.value.circle.startSide))
  }
  function addDetail(outcomes: OutcomeEvent[], detail: Partial<Pick<OutcomeEvent, 'effort' | 'pain' | 'painKind' | 'form' | 'note' | 'achieved'>>): OutcomeEvent[] {
    return meeting.log(outcomes.map(({ id: _id, at: _at, ...known }) => ({ ...known, ...detail })))
  }
  const lane = (tier: Tier) => meeting.timeline.blocks[blockIndex.value]?.lanes[tier] ?? null

  return { view, begun, steps, reading, leftSeconds, step, block, blockIndex, nextBlock, workElapsed, elapsedOfClass, moment, loggedBlock, lane, stops, start, toggle, back, on, skip, stretch, finish, reset, log, addDetail, outcomesOf }
}
