import { entryAt } from '../entries'
import type { Phase } from '../catalogue/words'
import { introductionSeconds } from '../plan/saying'
import type { Option } from './options'
import type { Problem } from './problem'

/** The order in which a session goes. */
export const PHASE_ORDER: Record<Phase, number> = { settle: 0, warm: 1, main: 2, 'long-holds': 3, close: 4 }

/** What another second of a region is worth, by how much of the target it has: half, whole, one and a half, twice. */
export const SLOPES = [1, 0.8, 0.6, 0.3] as const
/** What a body height of getting up costs, seconds of useful work; ours. */
export const CLIMB_SECONDS = 6
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
 * By how much an introduction is longer because of what has to be said in it.
 *
 * @param free what is left of the changeover for it, seconds
 * @example
 * sayingLonger({ introduction: 8, said: 20.3 }, 6) // 7
 */
export function sayingLonger({ introduction, said }: Pick<Option, 'introduction' | 'said'>, free: number): number {
  return introductionSeconds(introduction, said, free) - introduction
}

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
    longer += more
    at = option.posture
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
    at = option.posture
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
  | 'cold'
  | 'twice'
  | 'breathing'
  | 'downs'
  | 'pinned'

/**
 * Whether a line keeps every hard rule: it fits the time and has no more blocks than are wished, settles first and closes last, goes through the phases in
 * order, trains balance from the ankles to the step, holds nothing cold, goes down once, does nothing twice but breathe, and has all that
 * is pinned and something of each line of defence that the aim names.
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
  if (last.phase !== 'close' && last.quality !== 'breath') return 'close'
  if (line.length > problem.most) return 'many'
  if (secondsOfLine(line, problem) > problem.seconds) return 'time'
  let [warm, phase, strand, downs, down] = [0, 0, 0, 0, false]
  const seen = new Set<string>()
  for (const [at, option] of line.entries()) {
    const isEnd = at === 0 || at === line.length - 1
    if (!isEnd) {
      if (option.quality === 'breath') return 'breath'
      if (PHASE_ORDER[option.phase] < phase) return 'phases'
      phase = PHASE_ORDER[option.phase]
      if (option.line > 0 && option.line < strand) return 'strands'
      strand = Math.max(strand, option.line)
      if (option.phase === 'long-holds' && warm < problem.warmSeconds) return 'cold'
      if (option.phase === 'warm' || option.phase === 'main') warm += option.seconds
    }
    if (option.isDown && !down) downs += 1
    down = option.isDown
    if (seen.has(option.movement) && option.quality !== 'breath') return 'twice'
    seen.add(option.movement)
  }
  if (mostBreathing(line) > problem.breathShare * line.length) return 'breathing'
  if (downs > 1) return 'downs'
  if (!problem.lines.every((wanted) => line.some((option) => option.line === wanted))) return 'lines'
  return problem.pinned.every((movement) => seen.has(movement)) ? null : 'pinned'
}

/** In how many blocks the one who breathes most often only breathes. */
function mostBreathing(line: Line): number {
  const counts = new Map<number, number>()
  for (const option of line) for (const rider of option.breathing) counts.set(rider, (counts.get(rider) ?? 0) + 1)
  return Math.max(0, ...counts.values())
}
