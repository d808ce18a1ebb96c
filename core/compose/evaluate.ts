import type { Option } from './options'
import type { Problem } from './problem'
import { CLIMB_SECONDS, overSaidCost, PHASE_ORDER, sayingLonger, worthOf, type Line } from './score'

/** What the search looks up instead of reckoning it anew. */
interface Known {
  movement: number
  phase: number
  isBreath: boolean
  mayStart: boolean
  mayEnd: boolean
  warms: boolean
  isLongHold: boolean
  isPinned: boolean
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
    const movements = [...new Set(problem.options.map((option) => option.movement))]
    this.seen = new Int32Array(movements.length)
    this.pins = problem.pinned.length
    this.breathed = new Int32Array(problem.riders.length)
    for (const option of problem.options) {
      const isBreath = option.quality === 'breath'
      this.known.set(option, {
        movement: movements.indexOf(option.movement),
        phase: PHASE_ORDER[option.phase],
        isBreath,
        mayStart: isBreath || option.phase === 'settle',
        mayEnd: isBreath || option.phase === 'close',
        warms: option.phase === 'warm' || option.phase === 'main',
        isLongHold: option.phase === 'long-holds',
        isPinned: problem.pinned.includes(option.movement),
      })
    }
  }

  /** −Infinity where a rule is broken. */
  scoreOf(line: Line): number {
    const { change, free, climb, postures, seconds, warmSeconds, target, weight, breathShare, lines } = this.problem
    const last = line.length - 1
    if (last < 1 || line.length > this.problem.most) return -Infinity
    this.stamp += 1
    this.breathed.fill(0)
    const breathsAtMost = breathShare * line.length
    let [cost, longer] = [0, 0]
    let [time, rise, at, phase, strand, warm, downs, pinned, down] = [0, 0, 0, 0, 0, 0, 0, 0, false]
    for (let index = 0; index <= last; index += 1) {
      const option = line[index]!
      const known = this.known.get(option)!
      if (isOutOfPlace(known, index, last)) return -Infinity
      const way = at * postures + option.posture
      const more = sayingLonger(option, free[way]!)
      longer += more
      time += change[way]! + option.seconds + more
      if (time > seconds) return -Infinity
      rise += climb[way]!
      cost += option.cost
      for (const rider of option.breathing) {
        this.breathed[rider]! += 1
        if (this.breathed[rider]! > breathsAtMost) return -Infinity
      }
      at = option.posture
      if (index > 0 && index < last) {
        if (known.phase < phase) return -Infinity
        phase = known.phase
        if (option.line > 0) {
          if (option.line < strand) return -Infinity
          strand = option.line
        }
        if (known.isLongHold && warm < warmSeconds) return -Infinity
        if (known.warms) warm += option.seconds
      }
      if (option.isDown && !down) downs += 1
      down = option.isDown
      if (this.seen[known.movement] === this.stamp) {
        if (!known.isBreath) return -Infinity
      } else if (known.isPinned) pinned += 1
      this.seen[known.movement] = this.stamp
    }
    if (downs > 1 || pinned < this.pins) return -Infinity
    for (const wanted of lines) if (!line.some((option) => option.line === wanted)) return -Infinity
    if (time + change[at * postures]! > seconds) return -Infinity
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

/** The first movement settles, the last one closes, and breath stands between neither. */
function isOutOfPlace({ mayStart, mayEnd, isBreath }: Known, index: number, last: number): boolean {
  if (index === 0) return !mayStart
  return index === last ? !mayEnd : isBreath
}
