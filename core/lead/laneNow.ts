import type { Dose } from '../catalogue/dose'
import type { SidePolicy } from '../catalogue/words'
import type { WorkPart } from '../time/workSeconds'
import type { ClockReading } from './clock'
import { motionAt, previewAt, type MotionMoment } from './motionAt'
import { paceAt, type PaceMoment } from './pace'
import { pairAt, type PairMoment } from './pairAt'
import { doseOfStep, laneMoment, workElapsedSeconds, type LaneMoment, type ScriptStep } from './script'

/** What a lane does in a block. */
export interface LaneDoing {
  dose: Dose
  sides: SidePolicy
  /** Its own stretches of the block's work. */
  parts: WorkPart[]
}

/** Where a lane is at a moment of the class, by its own dose. */
export interface LaneNow {
  kind: ScriptStep['kind'] | LaneMoment['kind']
  side: ScriptStep['side']
  /** Until what is going on is over for this lane, and how long it is in all. */
  leftSeconds: number
  lengthSeconds: number
  motion: MotionMoment
  /** Null outside the work. */
  pace: PaceMoment | null
  /** Null where no pair is worked at. */
  pair: PairMoment | null
}

const AT_REST: MotionMoment = { share: 0, isOther: false }
/** Two clocks that say the same within so much are one, seconds. */
const ALIKE = 0.5

/**
 * Where a lane is in the class: its own stretches while the block's work is done, whatever the slowest lane does; shown
 * as it is introduced, at rest on the way.
 *
 * @param steps as they are led
 * @returns null where the clock stands at no step
 * @example
 * laneNow({ dose: { kind: 'hold', seconds: 30 }, sides: 'both',
 * parts: [{ kind: 'work', seconds: 30, side: 'both', round: 1 }] },
 * [{ kind: 'work', seconds: 60, blockId: 'a', side: 'both', round: 1 }],
 * { step: 0, elapsedMs: 20_000, leftMs: 40_000, lengthMs: 60_000 })?.leftSeconds
 * // 10
 */
export function laneNow(
  { dose, sides, parts }: LaneDoing,
  steps: readonly ScriptStep[],
  { step, elapsedMs, leftMs, lengthMs }: Pick<ClockReading, 'step' | 'elapsedMs' | 'leftMs' | 'lengthMs'>,
): LaneNow | null {
  const here = steps[step]
  if (!here) return null
  const seconds = elapsedMs / 1000
  const ofClass = { leftSeconds: leftMs / 1000, lengthSeconds: lengthMs / 1000 }
  const none = { pace: null, pair: null, motion: AT_REST }
  const work = workElapsedSeconds(steps, step, seconds)
  if (work === null) {
    const motion = here.kind === 'introduce' ? previewAt(dose, sides, seconds) : AT_REST
    return { ...none, kind: here.kind, side: here.side, ...ofClass, motion }
  }
  const own = laneMoment({ parts }, work)
  const { kind, side, intoSeconds, leftSeconds } = own
  const isAlike = kind === 'filler' || Math.abs(leftSeconds - Math.max(0, here.seconds - seconds)) < ALIKE
  const time = isAlike ? ofClass : { leftSeconds, lengthSeconds: intoSeconds + leftSeconds }
  const done = doseOfStep(dose, own)
  if (!done) return { ...none, kind, side, ...time }
  const pair = kind === 'work' ? pairAt(dose, sides, intoSeconds) : null
  return {
    ...{ kind, side, ...time, pair },
    pace: paceAt(done, sides, intoSeconds),
    motion: motionAt(done, sides, intoSeconds),
  }
}
