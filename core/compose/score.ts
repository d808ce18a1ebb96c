import { entryAt } from '../entries'
import { outOfOrder } from '../plan/order'
import type { Option } from './options'
import type { Problem } from './problem'
import { CLIMB_SECONDS, PHASE_ORDER, sayingLonger } from './weights'

/** What another second of a region is worth, by how much of the target it has: half, whole, one and a half, twice. */
export const SLOPES = [1, 0.8, 0.6, 0.3] as const
/** What is said before the work may lengthen a plan by so much of the rest; ours. */
const SAID_AT_MOST = 0.055
/** And each second beyond it costs so many of useful work; ours. */
const OVER_SAID_SECONDS = 5

/**
 * What seconds of a region are worth: the first half of the target counts fully, then less and less.
 *
 * @example
 * worthOf(180, 180) // 162
 */
export function worthOf(seconds: number, target: number): number {
  // By far the most are within the first half, and the composer asks for millions.
  if (seconds <= target / 2) return SLOPES[0] * seconds
  let [worth, left] = [0, seconds]
  for (const slope of SLOPES) {
    const part = Math.min(left, target / 2)
    worth += slope * part
    left -= part
    if (left <= 0) break
  }
  return worth
}

/** A plan as the search sees it: options in their order, a settling start first and a close last. */
export type Line = readonly Option[]

/**
 * What it costs that what is said before the work makes a plan much longer: whoever meets too much at once is talked to
 * and does not move.
 *
 * @param longer by how many seconds it does
 * @param seconds of the whole
 * @example
 * overSaidCost(50, 1000) // 0
 * overSaidCost(155, 1155) // 500
 */
export function overSaidCost(longer: number, seconds: number): number {
  return OVER_SAID_SECONDS * Math.max(0, longer - SAID_AT_MOST * (seconds - longer))
}

/**
 * Seconds of the whole, ways and the way home included.
 *
 * @example
 * secondsOfLine([], problem) // 0
 */
export function secondsOfLine(line: Line, problem: Problem): number {
  return timeOfLine(line, problem).seconds
}

/** The same, and by how much of it what is said before the work makes it longer. */
function timeOfLine(line: Line, { change, free, postures }: Problem): { seconds: number; longer: number } {
  let [seconds, longer, at] = [0, 0, 0]
  for (const option of line) {
    const way = at * postures + option.posture
    const more = sayingLonger(option, entryAt(free, way))
    seconds += entryAt(change, way) + option.seconds + more
    longer += more + option.longer
    at = option.leaves
  }
  return { seconds: seconds + entryAt(change, at * postures), longer }
}

/**
 * Seconds of useful work, in the aim's eyes, less the getting up and too much talk.
 *
 * @example
 * scoreOf([], problem) // 0
 */
export function scoreOf(line: Line, problem: Problem): number {
  const { target, weight, climb, postures } = problem
  let [score, at] = [0, 0]
  for (const option of line) {
    score -= option.cost + CLIMB_SECONDS * entryAt(climb, at * postures + option.posture)
    at = option.leaves
  }
  score -= CLIMB_SECONDS * entryAt(climb, at * postures)
  const time = timeOfLine(line, problem)
  score -= overSaidCost(time.longer, time.seconds)
  for (let region = 0; region < target.length; region += 1) {
    let seconds = 0
    for (const option of line) seconds += entryAt(option.gain, region)
    score += entryAt(weight, region) * worthOf(seconds, entryAt(target, region))
  }
  return score
}

/** The hard rules of a line, by what is wrong. */
export type LineRule =
  | 'ends'
  | 'settle'
  | 'close'
  | 'many'
  | 'time'
  | 'breath'
  | 'phases'
  | 'strands'
  | 'lines'
  | 'order'
  | 'cold'
  | 'twice'
  | 'breathing'
  | 'downs'
  | 'pinned'

/**
 * Whether a line keeps every hard rule: it fits the time and has no more blocks than are wished, settles first and
 * closes last, goes through the phases in order, trains balance from the ankles to the step, holds nothing cold, goes
 * down once, does nothing twice but breathe, and has all that is pinned and something of each line of defence that the
 * aim names.
 *
 * @returns the first rule that is broken; null where none is
 * @example
 * brokenRule([], problem) // 'ends'
 */
export function brokenRule(line: Line, problem: Problem): LineRule | null {
  const first = line[0]
  const last = line.at(-1)
  if (!first || !last || line.length < 2) return 'ends'
  if (first.phase !== 'settle' && first.quality !== 'breath') return 'settle'
  if (last.lastPhase !== 'close' && last.quality !== 'breath') return 'close'
  if (line.reduce((sum, { movements }) => sum + movements.length, 0) > problem.most) return 'many'
  if (secondsOfLine(line, problem) > problem.seconds) return 'time'
  let [warm, phase, strand, downs, down] = [0, 0, 0, 0, false]
  const seen = new Set<string>()
  for (const [at, option] of line.entries()) {
    const isEnd = at === 0 || at === line.length - 1
    if (!isEnd) {
      if (option.quality === 'breath') return 'breath'
      if (PHASE_ORDER[option.phase] < phase) return 'phases'
      phase = PHASE_ORDER[option.lastPhase]
      if ((option.lines[0] ?? Infinity) < strand) return 'strands'
      strand = option.lines.at(-1) ?? strand
      if (option.isLongHold && warm < problem.warmSeconds) return 'cold'
      warm += option.warm
    }
    if (option.isDown && !down) downs += 1
    down = option.isDown
    for (const movement of option.movements) {
      if (seen.has(movement) && option.quality !== 'breath') return 'twice'
      seen.add(movement)
    }
  }
  if (mostBreathing(line) > problem.breathShare * line.reduce((sum, { size }) => sum + size, 0)) return 'breathing'
  if (downs > 1) return 'downs'
  if (!problem.lines.every((wanted) => line.some(({ lines }) => lines.includes(wanted)))) return 'lines'
  if (followsNot(line, problem)) return 'order'
  return problem.pinned.every((movement) => seen.has(movement)) ? null : 'pinned'
}

/**
 * Whether a line does not follow the order that is wished.
 *
 * @example
 * followsNot([], problem) // false
 */
export function followsNot(line: readonly Pick<Option, 'ordered'>[], { order }: Pick<Problem, 'order'>): boolean {
  if (order === null) return false
  return (
    outOfOrder(
      order,
      line.flatMap(({ ordered }) => ordered),
    ) !== null
  )
}

/** In how many blocks the one who breathes most often only breathes. */
function mostBreathing(line: Line): number {
  const counts = new Map<number, number>()
  for (const option of line) for (const rider of option.breathing) counts.set(rider, (counts.get(rider) ?? 0) + 1)
  return Math.max(0, ...counts.values())
}
