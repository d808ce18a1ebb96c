import { computed, onBeforeUnmount, ref } from 'vue'
import type { ClassBlock, ClassSheet } from '~~/core/home/classSheet'
import { beginningBy, readStartCode, startRefusalWords, type StartMoment } from '~~/core/home/startCode'
import { readClock, type ClockReading } from '~~/core/lead/clock'
import { cueAt } from '~~/core/lead/cues'
import { laneNow } from '~~/core/lead/laneNow'
import type { ScriptStep } from '~~/core/lead/script'
import { USUAL, type Settings } from './useKept'
import { useStored } from './useStored'

/** What is kept, so that a page that is closed by mistake is in step again. */
interface Kept {
  /** When the class began by this file's own steps, epoch milliseconds; null: it is not followed. */
  beganAt: number | null
  /** Since when it stands still; null: it goes on. */
  stoodAt: number | null
  settings: Settings
}
/** Who joins by video hears whoever leads. */
const NOTHING: Kept = { beganAt: null, stoodAt: null, settings: { ...USUAL, voice: false } }
const TICK_MS = 100

/** A code that does not fit with the clock of this device. */
export interface Doubt {
  moment: StartMoment
  /** Where the class was when the code was made; null: on the way back at its end. */
  made: ClassBlock | null
  /** Where it would be now by the clock of this device; null: over, or not begun. */
  wouldBe: ClassBlock | null
}

/** The class by this device's clock, as it was set: which step it is in, and what the lane does there. */
function useClassClock(sheet: ClassSheet, kept: Kept) {
  // Nobody waits here for whoever goes on: that is said by another code.
  const steps: ScriptStep[] = sheet.steps.map((step) => ({ ...step, waits: false }))
  const ticking = ref(Date.now())
  const timer = setInterval(() => (ticking.value = Date.now()), TICK_MS)
  onBeforeUnmount(() => clearInterval(timer))

  const readAt = (now: number, beganAt: number) =>
    readClock([{ id: 'start', at: beganAt, event: 'start', script: steps }], now)
  const readNow = (): ClockReading | null =>
    kept.beganAt === null ? null : readAt(kept.stoodAt ?? Date.now(), kept.beganAt)
  const reading = computed(() => (void ticking.value, readNow()))
  const blockAt = ({ step }: Pick<ClockReading, 'step'>) =>
    sheet.blocks.find(({ id }) => id === steps[step]?.blockId) ?? null
  const block = computed(() => reading.value && blockAt(reading.value))
  const step = computed(() => reading.value && steps[reading.value.step])
  const lane = computed(() => block.value && reading.value && laneNow(block.value, steps, reading.value))
  const caption = computed(() => {
    if (!reading.value || reading.value.status !== 'running') return ''
    return cueAt(sheet.cues, reading.value.step, reading.value.elapsedMs / 1000)?.say ?? ''
  })
  /** Where the lane is at this very moment. */
  function laneAtOnce() {
    const now = readNow()
    const here = now && blockAt(now)
    return here && laneNow(here, steps, now)
  }
  const tick = () => (ticking.value = Date.now())
  return { steps, readAt, tick, blockAt, reading, block, step, lane, caption, laneAtOnce }
}

/** A class that somebody follows by its clock, as a code or their own hand has set it. */
export function useAlong(sheet: ClassSheet) {
  const { kept } = useStored(`unhurried-circle class ${sheet.plan} ${sheet.startsAt}`, NOTHING)
  const { steps, readAt, tick, blockAt, ...clock } = useClassClock(sheet, kept)
  const blockIds = sheet.blocks.map(({ id }) => id)

  function followFrom(beganAt: number): void {
    kept.stoodAt = null
    kept.beganAt = beganAt
    tick()
  }
  /**
   * Sets the clock by a code.
   *
   * @returns what is wrong with it, or what it makes doubtful; null: it is set
   */
  function setBy(typed: string): string | Doubt | null {
    const now = Date.now()
    const moment = readStartCode(typed, sheet.plan, now)
    if ('refused' in moment) return startRefusalWords(moment.refused)
    const beganAt = beginningBy(steps, blockIds, moment)
    if (beganAt === null) return 'This class has other rounds by now than this file: begin by hand below.'
    const read = readAt(now, beganAt)
    const at = read.status === 'running' ? (blockAt(read)?.id ?? null) : undefined
    const place = at === null ? blockIds.length : blockIds.indexOf(at ?? '')
    // It was read out a moment ago: the class is where it was made, or one further.
    if (place === moment.block || place === moment.block + 1) {
      followFrom(beganAt)
      return null
    }
    return { moment, made: sheet.blocks[moment.block] ?? null, wouldBe: sheet.blocks[place] ?? null }
  }
  /** What is going on now begins with a block: it was heard to begin. */
  function beginWith(id: string | null): void {
    const first = steps.findIndex(({ blockId }) => blockId === id)
    const before = steps.slice(0, Math.max(0, first)).reduce((sum, { seconds }) => sum + seconds, 0)
    followFrom(Date.now() - before * 1000)
  }
  function next(): void {
    const at = blockIds.indexOf(clock.block.value?.id ?? '')
    beginWith(at < 0 ? null : (blockIds[at + 1] ?? null))
  }
  /** The class is so much further than this page, seconds. */
  const isFurtherBy = (seconds: number) => kept.beganAt !== null && (kept.beganAt -= seconds * 1000)
  function stand(): void {
    kept.stoodAt ??= Date.now()
  }
  function goOn(): void {
    if (kept.stoodAt !== null && kept.beganAt !== null) kept.beganAt += Date.now() - kept.stoodAt
    kept.stoodAt = null
  }
  function leave(): void {
    kept.beganAt = kept.stoodAt = null
  }
  return {
    ...{ sheet, kept, ...clock },
    ...{ setBy, beginWith, next, isFurtherBy, stand, goOn, leave },
    /** Where the class goes on from by a code that was doubted. */
    trust: ({ moment }: Doubt) => followFrom(beginningBy(steps, blockIds, moment) ?? Date.now()),
  }
}
export type Along = ReturnType<typeof useAlong>
