import type { Option } from './options'
import type { Problem } from './problem'
import { followsNot, overSaidCost, worthOf, type Line } from './score'
import { CLIMB_SECONDS, PHASE_ORDER, sayingLonger } from './weights'

/** What the search looks up instead of reckoning it anew. */
interface Known {
  movements: readonly number[]
  phase: number
  lastPhase: number
  isBreath: boolean
  mayStart: boolean
  mayEnd: boolean
  firstLine: number
  lastLine: number
  /** Of these, how many are pinned. */
  pinned: number
}

/**
 * The score of a line and whether it keeps the rules, in one pass: the same as `scoreOf` and `brokenRule`, which say
 * which one.
 */
export class Evaluator {
  private readonly known = new Map<Option, Known>()
  private readonly seen: Int32Array
  private readonly breathed: Int32Array
  private stamp = 0
  private readonly pins: number

  constructor(private readonly problem: Problem) {
    const movements = [...new Set(problem.options.flatMap((option) => option.movements))]
    this.seen = new Int32Array(movements.length)
    this.pins = problem.pinned.length
    this.breathed = new Int32Array(problem.riders.length)
    for (const option of problem.options) {
      const isBreath = option.quality === 'breath'
      this.known.set(option, {
        movements: option.movements.map((movement) => movements.indexOf(movement)),
        phase: PHASE_ORDER[option.phase],
        lastPhase: PHASE_ORDER[option.lastPhase],
        isBreath,
        mayStart: isBreath || option.phase === 'settle',
        mayEnd: isBreath || option.lastPhase === 'close',
        firstLine: option.lines[0] ?? Infinity,
        lastLine: option.lines.at(-1) ?? 0,
        pinned: option.movements.filter((movement) => problem.pinned.includes(movement)).length,
      })
    }
  }

  /** Whether none of its movements was in the line before. */
  private see({ movements }: Known): boolean {
    let isNew = true
    for (const movement of movements) {
      if (this.seen[movement] === this.stamp) isNew = false
      this.seen[movement] = this.stamp
    }
    return isNew
  }

  /** −Infinity where a rule is broken. */
  scoreOf(line: Line): number {
    const { change, free, climb, postures, seconds, warmSeconds, target, weight, breathShare, lines } = this.problem
    const last = line.length - 1
    if (last < 1) return -Infinity
    this.stamp += 1
    this.breathed.fill(0)
    const { blocks, movements: many } = countsOf(line)
    if (many > this.problem.most) return -Infinity
    const breathsAtMost = breathShare * blocks
    let [cost, longer] = [0, 0]
    let [time, rise, at, phase, strand, warm, downs, pinned, down] = [0, 0, 0, 0, 0, 0, 0, 0, false]
    for (let index = 0; index <= last; index += 1) {
      const option = line[index]!
      const known = this.known.get(option)!
      if (isOutOfPlace(known, index, last)) return -Infinity
      const way = at * postures + option.posture
      const more = sayingLonger(option, free[way]!)
      longer += more + option.longer
      time += change[way]! + option.seconds + more
      if (time > seconds) return -Infinity
      rise += climb[way]!
      cost += option.cost
      for (const rider of option.breathing) {
        this.breathed[rider]! += 1
        if (this.breathed[rider]! > breathsAtMost) return -Infinity
      }
      at = option.leaves
      if (index > 0 && index < last) {
        if (known.phase < phase) return -Infinity
        phase = known.lastPhase
        if (known.firstLine < strand) return -Infinity
        if (known.lastLine > 0) strand = known.lastLine
        if (option.isLongHold && warm < warmSeconds) return -Infinity
        warm += option.warm
      }
      if (option.isDown && !down) downs += 1
      down = option.isDown
      const isNew = this.see(known)
      if (!isNew && !known.isBreath) return -Infinity
      if (isNew) pinned += known.pinned
    }
    if (downs > 1 || pinned < this.pins) return -Infinity
    for (const wanted of lines) if (!line.some((option) => option.lines.includes(wanted))) return -Infinity
    if (time + change[at * postures]! > seconds || followsNot(line, this.problem)) return -Infinity
    let score = -cost - CLIMB_SECONDS * (rise + climb[at * postures]!)
    score -= overSaidCost(longer, time + change[at * postures]!)
    for (let region = 0; region < target.length; region += 1) {
      let gained = 0
      for (let index = 0; index <= last; index += 1) gained += line[index]!.gain[region]!
      if (gained > 0) score += weight[region]! * worthOf(gained, target[region]!)
    }
    return score
  }
}

function countsOf(line: Line): { blocks: number; movements: number } {
  let [blocks, movements] = [0, 0]
  for (const option of line) {
    blocks += option.size
    movements += option.movements.length
  }
  return { blocks, movements }
}

/** The first movement settles, the last one closes, and breath stands between neither. */
function isOutOfPlace({ mayStart, mayEnd, isBreath }: Known, index: number, last: number): boolean {
  if (index === 0) return !mayStart
  return index === last ? !mayEnd : isBreath
}
