import { useIntervalFn, useNow } from '@vueuse/core'
import { followScreen, readScreen, type ScreenView } from '~~/core/contract/watch'
import { hasBegun, readClock, startedScript } from '~~/core/lead/clock'
import type { Tier } from '~~/core/catalogue/words'
import { cueAt, heardIn } from '~~/core/lead/cues'
import { laneNow, type LaneNow } from '~~/core/lead/laneNow'
import type { MotionMoment } from '~~/core/lead/motionAt'
import { changingSeconds } from '~~/core/lead/moveAt'
import type { PairMoment } from '~~/core/lead/pairAt'
import { paceAt } from '~~/core/lead/pace'
import { doseOfStep } from '~~/core/lead/script'
import { classTime, heardTime } from '~/live/classTime'
import { refusalOf } from './useRefusal'

const TICK_MS = 100
/** What follows closely upon each other is read once. */
const TOGETHER_MS = 150
/** The server's heart beats every 15 s: without three of them the line is down. */
const SILENT_MS = 45_000
const RETRY_MS = 3_000

/** A class as a screen watches it: what is shown, where its clock is, and what is said now. */
export function useWatched() {
  const catalogues = useCatalogue()
  const view = shallowRef<ScreenView | null>(null)
  /** Whether this screen may look at nothing, or not any more. */
  const isShut = ref(false)
  const isCut = ref(false)
  const ticking = useNow({ interval: TICK_MS })

  async function read(): Promise<void> {
    try {
      const fresh = await call(readScreen)
      heardTime(fresh.now)
      await catalogues.load()
      view.value = fresh
      isShut.value = isCut.value = false
    } catch (error) {
      const { status } = refusalOf(error)
      if (status === 401) isShut.value = true
      else isCut.value = true
    }
  }
  let soon: ReturnType<typeof setTimeout> | undefined
  const readSoon = () => (soon ??= setTimeout(() => ((soon = undefined), void read()), TOGETHER_MS))

  let line: EventSource | undefined
  let heardAt = 0
  function follow(): void {
    line?.close()
    heardAt = Date.now()
    line = new EventSource(addressOf(followScreen))
    line.addEventListener('changed', readSoon)
    line.addEventListener('open', readSoon)
    line.addEventListener('clock', ({ data }: MessageEvent<string>) => {
      heardAt = Date.now()
      heardTime(Number(data))
    })
    line.addEventListener('error', readSoon)
  }
  /** Looks whether this screen may look, and follows where it may. */
  async function open(): Promise<void> {
    await read()
    if (!isShut.value) follow()
  }
  useIntervalFn(() => {
    if (isShut.value) return line?.close()
    if (isCut.value) void read()
    if (line?.readyState === EventSource.CLOSED || Date.now() - heardAt > SILENT_MS) follow()
  }, RETRY_MS)
  onScopeDispose(() => {
    clearTimeout(soon)
    line?.close()
  })

  const events = computed(() => view.value?.shown.events ?? [])
  const begun = computed(() => hasBegun(events.value))
  const steps = computed(() => startedScript(events.value))
  const reading = computed(() => readClock(events.value, (void ticking.value, classTime())))
  const step = computed(() => (begun.value ? steps.value[reading.value.step] : undefined))
  const blocks = computed(() => view.value?.shown.blocks ?? [])
  const blockIndex = computed(() =>
    begun.value ? blocks.value.findIndex((block) => block.id === step.value?.blockId) : 0,
  )
  const block = computed(() => blocks.value[blockIndex.value])
  const movementOf = (id: string | undefined) => catalogues.catalogue.movements.get(id ?? '')
  /** Where a lane is by its own dose, as the clock stands at such a moment; null: it does nothing there. */
  function laneIn(tier: Tier, at = readClock(events.value, classTime())): LaneNow | null {
    const doing = view.value?.shown.lanes[block.value?.id ?? '']?.[tier]?.doing
    return doing && begun.value ? laneNow(doing, steps.value, at) : null
  }
  /** Where in the movement a lane is at this very moment: shown as it is introduced, then in step with the count. */
  const motionNow = (tier: Tier): MotionMoment => laneIn(tier)?.motion ?? { share: 0, isOther: false }
  /** Where a lane's pair is at this very moment; null: none is worked at. */
  const pairNow = (tier: Tier): PairMoment | null => laneIn(tier)?.pair ?? null
  /** Seconds since the lanes began to move into the block; null: they do not move now. */
  const onTheWay = () => changingSeconds(steps.value, readClock(events.value, classTime()))
  /** What is said now; to one lane, what it hears. */
  function cueIn(tier: Tier | null) {
    const cues = view.value?.shown.cues ?? []
    if (!begun.value) return null
    return cueAt(tier === null ? cues : heardIn(tier, cues), reading.value.step, reading.value.elapsedMs / 1000)
  }
  const pace = computed(() => {
    const dose = block.value && step.value ? doseOfStep(block.value.dose, step.value) : null
    return dose
      ? paceAt(dose, movementOf(block.value?.movement)?.sides ?? 'both', reading.value.elapsedMs / 1000)
      : null
  })
  return {
    view,
    motionNow,
    pairNow,
    /** Where a lane is by its own dose now; null: it does nothing, or nothing has begun. */
    laneOf: (tier: Tier) => laneIn(tier, reading.value),
    onTheWay,
    isShut,
    isCut,
    open,
    begun,
    reading,
    step,
    block,
    next: computed(() => blocks.value[blockIndex.value + 1]),
    leftSeconds: computed(() => (begun.value ? reading.value.leftMs / 1000 : 0)),
    cueIn,
    pace,
    movementOf,
  }
}
export type Watched = ReturnType<typeof useWatched>
