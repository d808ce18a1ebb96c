import { capital } from '../sentence'
import type { Dose } from '../catalogue/dose'
import type { SidePolicy } from '../catalogue/words'
import { aloud } from '../plan/aloud'
import { doseWords } from '../plan/doseWords'
import {
  HALFWAY_FROM,
  LAST_FROM,
  LAST_SECONDS,
  LAST_THIRD,
  LAST_THIRD_FROM,
  SWING_NOW,
  SWING_RESTS,
} from '../plan/gaps'
import { liftOffSeconds, secondsOf } from '../time/secondsOf'
import { bodySide, type ScriptStep } from './script'
import type { Cue } from './speaking'

/** How a circle calls the sides. */
export interface SideWords {
  sideHabit: 'left-right' | 'first-second'
  startSide: 'left' | 'right'
}

/** By what is counted aloud where a dose has it; otherwise by seconds. */
export type Counting = 'seconds' | 'breaths' | 'tempo'

/**
 * The words for a first or second side, in a circle's own habit.
 *
 * @example
 * sideWords('first', { sideHabit: 'left-right', startSide: 'right' }) // 'right side'
 */
export function sideWords(side: 'first' | 'second', { sideHabit, startSide }: SideWords): string {
  return sideHabit === 'left-right' ? `${bodySide(side, startSide)} side` : `${side} side`
}

/**
 * What is said where the side changes.
 *
 * @example
 * changeWords({ side: 'second' }, { sideHabit: 'first-second', startSide: 'left' }) // 'Change sides: second side.'
 */
export function changeWords({ side }: Pick<ScriptStep, 'side'>, circle: SideWords): string {
  if (side === 'weaker') return 'Once more for a side that is catching up.'
  return `Change sides: ${sideWords(side === 'first' ? 'first' : 'second', circle)}.`
}

/**
 * What is said as a part of the work begins: the side, the round, and the dose the first time, as it is counted: in
 * turn to each side, all of them.
 *
 * @example
 * beginWords({ side: 'first', round: 1, seconds: 30 }, { dose: { kind: 'hold', seconds: 30 }, rounds: 1 },
 * { sideHabit: 'left-right', startSide: 'left' })
 * // 'Left side. Hold for 30 seconds. Begin.'
 */
export function beginWords(
  { side, round, seconds }: Pick<ScriptStep, 'side' | 'round' | 'seconds'>,
  { dose, rounds }: { dose: Dose; rounds: number },
  circle: SideWords,
): string {
  const counted = rounds > 1 ? `Round ${round} of ${rounds}` : ''
  const given = round === 1 ? capital(aloud(doseWords(countedDose(dose, seconds)))) : ''
  return [sideCalled(side, circle), counted, given, 'Begin']
    .filter((words) => words !== '')
    .map((words) => `${words}.`)
    .join(' ')
}

function countedDose(dose: Dose, seconds: number): Dose {
  return 'count' in dose && countedSides(dose, seconds) === 'alternating' ? { ...dose, count: 2 * dose.count } : dose
}

const SAME_SECONDS = 0.5

/** Whether a part counts each side of what alternates; undefined: it lasts otherwise than its dose. */
const countedSides = (dose: Dose, whole: number) =>
  (['both', 'alternating'] as const).find((own) => Math.abs(secondsOf(dose, own) - whole) < SAME_SECONDS)

function sideCalled(side: ScriptStep['side'], circle: SideWords): string {
  if (side === 'weaker') return 'The side that is catching up'
  return side === 'both' ? '' : capital(sideWords(side, circle))
}

/** Something that is counted aloud, so many seconds into a part of the work. */
export interface Count {
  into: number
  kind: Extract<Cue['kind'], 'count' | 'halfway' | 'last'>
  words: string
}

/** A slow breath of a hold, in and out, seconds; what is counted at a tempo is at least so long. Ours. */
const [BREATH_SECONDS, COUNTED_FROM] = [10, 3]

/**
 * What is counted in one part of the work: a half and the end by seconds, the last breaths, or every repetition.
 *
 * @param whole how long the part lasts, seconds: a lane that sets the clock may do alternating repetitions side by side
 * @example
 * countsIn({ kind: 'hold', seconds: 40 }, 40, 'breaths').map(({ words }) => words)
 * // ['Three more breaths.', 'The last breath.']
 */
export function countsIn(dose: Dose, whole: number, counting: Counting): Count[] {
  const sides = countedSides(dose, whole)
  // What lasts otherwise than its dose is counted by the clock alone.
  const repeated = sides ? repeatedIn(dose, sides) : null
  if (repeated !== null) {
    const { count, seconds, last } = repeated
    if (dose.kind === 'lift-off') return lettingGo(count, dose)
    if (counting === 'tempo' && seconds >= COUNTED_FROM)
      return Array.from({ length: count - 1 }, (_, at) => ({
        ...{ into: (at + 1) * seconds, kind: 'count', words: `${at + 2}.` },
      }))
    const half: Count[] =
      dose.kind === 'circle' ? [{ into: whole / 2, kind: 'halfway', words: 'And the other way.' }] : halfway(whole)
    return [...half, { into: (count - 1) * seconds, kind: 'last', words: last }]
  }
  if (dose.kind === 'breathed')
    return [{ into: Math.max(0, whole - 2 * (dose.in + dose.out)), kind: 'last', words: 'Two more breaths.' }]
  if (dose.kind === 'pair')
    return [
      { into: dose.hold, kind: 'count', words: SWING_NOW },
      { into: Math.max(dose.hold, whole - dose.there - dose.perSwing), kind: 'last', words: SWING_RESTS },
    ]
  if (dose.kind === 'target' && whole >= LAST_THIRD_FROM)
    return [{ into: (2 * whole) / 3, kind: 'count', words: LAST_THIRD }, ...lastOfAll(whole)]
  if (counting === 'breaths' && whole >= 2.5 * BREATH_SECONDS) {
    const three: Count[] =
      whole >= 3.5 * BREATH_SECONDS
        ? [{ into: whole - 3 * BREATH_SECONDS, kind: 'count', words: 'Three more breaths.' }]
        : []
    return [...three, { into: whole - BREATH_SECONDS, kind: 'last', words: 'The last breath.' }]
  }
  return [...halfway(whole), ...lastOfAll(whole)]
}

function lastOfAll(seconds: number): Count[] {
  return seconds >= LAST_FROM ? [{ into: seconds - LAST_SECONDS, kind: 'last', words: 'Five seconds more.' }] : []
}

/** The clock of a lift-off begins where the help is off: that is said each time. */
function lettingGo(count: number, dose: Extract<Dose, { kind: 'lift-off' }>): Count[] {
  return Array.from({ length: count }, (_, at) => ({
    into: at * liftOffSeconds(dose) + dose.reach,
    ...(at === count - 1
      ? { kind: 'last' as const, words: 'The last: let go, and keep it.' }
      : { kind: 'count' as const, words: 'Let go, and keep it.' }),
  }))
}

function halfway(seconds: number): Count[] {
  return seconds >= HALFWAY_FROM ? [{ into: seconds / 2, kind: 'halfway', words: 'Half way.' }] : []
}

/** How often something is done again and how long once takes; null: it is held. */
function repeatedIn(dose: Dose, sides: SidePolicy): { count: number; seconds: number; last: string } | null {
  const onBoth = (count: number) => (sides === 'alternating' ? 2 * count : count)
  switch (dose.kind) {
    case 'reps':
      return {
        count: onBoth(dose.count),
        seconds: dose.out + dose.pause + dose.back + dose.between,
        last: 'The last one.',
      }
    case 'pulse':
      return { count: onBoth(dose.count), seconds: dose.atEnd + 2 * dose.travel, last: 'The last one.' }
    case 'swing':
      return { count: onBoth(dose.count), seconds: dose.perSwing, last: 'And come to rest.' }
    case 'circle':
      return { count: 2 * dose.perDirection, seconds: dose.perCircle, last: 'The last one.' }
    case 'lift-off':
      return { count: onBoth(dose.count), seconds: liftOffSeconds(dose), last: 'The last one.' }
    case 'lower':
      return { count: dose.efforts, seconds: dose.hold + dose.lower + dose.off, last: 'The last one.' }
    case 'breath':
      return { count: dose.cycles, seconds: dose.in + dose.out, last: 'The last breath.' }
    // Nobody counts for whom the breath is the clock.
    case 'breathed':
    case 'hold':
    case 'target':
    case 'press':
    case 'pair':
      return null
  }
}
