import type { Option } from './options'
import type { Problem } from './problem'
import { followsNot, overSaidCost, worthOf, type Line } from './score'
import { CLIMB_SECONDS, PHASE_ORDER, sayingLonger } from './weights'

/**
 * An option as the search sees it: what it looks up instead of reckoning it anew. A class, so that all are of one shape:
 * as spread copies of options they were looked up several times slower.
 */
export class Piece {
  /** The posture in which it leaves everybody. */
  readonly leaves: number
  readonly warm: number
  readonly size: number
  readonly isLongHold: boolean
  readonly isDown: boolean
  readonly breathing: readonly number[]
  /** Whether somebody only breathes in it. */
  readonly isBreathed: boolean
  readonly ordered: Option['ordered']
  /** Its movements by their numbers among all. */
  readonly ids: readonly number[]
  readonly phase: number
  readonly lastPhase: number
  readonly isBreath: boolean
  readonly mayStart: boolean
  readonly mayEnd: boolean
  readonly firstLine: number
  readonly lastLine: number
  /** Its lines of defence as bits. */
  readonly lineBits: number
  /** Of its movements, how many are pinned. */
  readonly pinned: number

  constructor(
    readonly option: Option,
    /** Its number among all. */
    readonly number: number,
    ids: ReadonlyMap<string, number>,
    pinned: readonly string[],
  ) {
    this.leaves = option.leaves
    this.warm = option.warm
    this.size = option.size
    this.isLongHold = option.isLongHold
    this.isDown = option.isDown
    this.breathing = option.breathing
    this.isBreathed = option.breathing.length > 0
    this.ordered = option.ordered
    this.ids = option.movements.map((movement) => ids.get(movement)!)
    this.phase = PHASE_ORDER[option.phase]
    this.lastPhase = PHASE_ORDER[option.lastPhase]
    this.isBreath = option.quality === 'breath'
    this.mayStart = this.isBreath || option.phase === 'settle'
    this.mayEnd = this.isBreath || option.lastPhase === 'close'
    this.firstLine = option.lines[0] ?? Infinity
    this.lastLine = option.lines.at(-1) ?? 0
    this.lineBits = bitsOf(option.lines)
    this.pinned = option.movements.filter((movement) => pinned.includes(movement)).length
  }
}

/** What coming to a piece from a posture takes: this many numbers in a row of `Evaluator.coming`. */
const COMING = 4
/** Seconds with the way and what is said, by how much that makes the plan longer, body heights of rise, cost. */
const [SECONDS, LONGER, RISE, COST] = [0, 1, 2, 3]

/**
 * The score of a line and whether it keeps the rules, in one pass: the same as `scoreOf` and `brokenRule`, which say
 * which one.
 */
export class Evaluator {
  /** One for each of the problem's options. */
  readonly pieces: readonly Piece[]
  private readonly pieceOf: ReadonlyMap<Option, Piece>
  private readonly seen: Int32Array
  private readonly breathed: Int32Array
  private readonly gained: Float64Array
  private readonly wantedLines: number
  private readonly coming: Float64Array
  /** The targets to which pieces give something and how much, each piece's from `givesFrom` at its number on. */
  private readonly gives: Int32Array
  private readonly gifts: Float64Array
  private readonly givesFrom: Int32Array
  private stamp = 0

  constructor(private readonly problem: Problem) {
    const movements = [...new Set(problem.options.flatMap((option) => option.movements))]
    const ids = new Map(movements.map((movement, id) => [movement, id]))
    this.pieces = problem.options.map((option, number) => new Piece(option, number, ids, problem.pinned))
    this.pieceOf = new Map(this.pieces.map((piece) => [piece.option, piece]))
    this.seen = new Int32Array(movements.length)
    this.breathed = new Int32Array(problem.riders.length)
    this.gained = new Float64Array(problem.target.length)
    this.wantedLines = bitsOf(problem.lines)
    this.coming = comingTo(problem)
    const gains = problem.options.map(({ gain }) => [...gain.entries()].filter(([, seconds]) => seconds !== 0))
    this.gives = Int32Array.from(gains.flat(), ([target]) => target)
    this.gifts = Float64Array.from(gains.flat(), ([, seconds]) => seconds)
    let from = 0
    this.givesFrom = Int32Array.from([0, ...gains.map((own) => (from += own.length))])
  }

  /** A line of the problem's options as pieces. */
  piecesOf(line: Line): Piece[] {
    return line.map((option) => this.pieceOf.get(option)!)
  }

  /** −Infinity where a rule is broken. */
  scoreOf(line: Line): number {
    return this.scoreOfPieces(this.piecesOf(line))
  }

  /** The same of the first pieces of a list. */
  scoreOfPieces(line: readonly Piece[], count = line.length): number {
    const { change, climb, postures, seconds, warmSeconds, breathShare, pinned: pins } = this.problem
    const { coming } = this
    const many = this.pieces.length
    const last = count - 1
    if (last < 1 || !this.isFew(line, count)) return -Infinity
    this.stamp += 1
    let [cost, longer, time, rise] = [0, 0, 0, 0]
    let [at, phase, strand, warm, downs, pinned, lines, blocks, down] = [0, 0, 0, 0, 0, 0, 0, 0, false]
    let breathes = false
    for (let index = 0; index <= last; index += 1) {
      const piece = line[index]!
      if (isOutOfPlace(piece, index, last)) return -Infinity
      const way = (at * many + piece.number) * COMING
      time += coming[way + SECONDS]!
      if (time > seconds) return -Infinity
      longer += coming[way + LONGER]!
      rise += coming[way + RISE]!
      cost += coming[way + COST]!
      blocks += piece.size
      lines |= piece.lineBits
      breathes ||= piece.isBreathed
      at = piece.leaves
      if (index > 0 && index < last) {
        if (piece.phase < phase || piece.firstLine < strand) return -Infinity
        phase = piece.lastPhase
        if (piece.lastLine > 0) strand = piece.lastLine
        if (piece.isLongHold && warm < warmSeconds) return -Infinity
        warm += piece.warm
      }
      if (piece.isDown && !down) downs += 1
      down = piece.isDown
      const isNew = this.see(piece)
      if (!isNew && !piece.isBreath) return -Infinity
      if (isNew) pinned += piece.pinned
    }
    const home = at * postures
    time += change[home]!
    if (downs > 1 || pinned < pins.length || (lines & this.wantedLines) !== this.wantedLines) return -Infinity
    if (time > seconds || (breathes && this.breathesTooOften(line, count, breathShare * blocks))) return -Infinity
    if (this.problem.order !== null && followsNot(line.slice(0, count), this.problem)) return -Infinity
    return this.withWorth(line, count, -cost - CLIMB_SECONDS * (rise + climb[home]!) - overSaidCost(longer, time))
  }

  private isFew(line: readonly Piece[], count: number): boolean {
    if (this.problem.most === Infinity) return true
    let movements = 0
    for (let at = 0; at < count; at += 1) movements += line[at]!.ids.length
    return movements <= this.problem.most
  }

  /** Whether none of its movements was in the line before. */
  private see({ ids }: Piece): boolean {
    const { seen, stamp } = this
    let isNew = true
    for (let at = 0; at < ids.length; at += 1) {
      const id = ids[at]!
      if (seen[id] === stamp) isNew = false
      seen[id] = stamp
    }
    return isNew
  }

  private breathesTooOften(line: readonly Piece[], count: number, most: number): boolean {
    this.breathed.fill(0)
    for (let at = 0; at < count; at += 1)
      for (const rider of line[at]!.breathing) {
        this.breathed[rider]! += 1
        if (this.breathed[rider]! > most) return true
      }
    return false
  }

  private withWorth(line: readonly Piece[], count: number, cost: number): number {
    const { target, weight } = this.problem
    const { gained, gives, gifts, givesFrom } = this
    gained.fill(0)
    for (let index = 0; index < count; index += 1) {
      const { number } = line[index]!
      const until = givesFrom[number + 1]!
      for (let at = givesFrom[number]!; at < until; at += 1) gained[gives[at]!]! += gifts[at]!
    }
    let score = cost
    for (let region = 0; region < target.length; region += 1)
      if (gained[region]! > 0) score += weight[region]! * worthOf(gained[region]!, target[region]!)
    return score
  }
}

/** What coming to each option from each posture takes, the options of a posture side by side. */
function comingTo({ options, change, free, climb, postures }: Problem): Float64Array {
  const coming = new Float64Array(postures * options.length * COMING)
  for (let from = 0; from < postures; from += 1)
    for (const [number, option] of options.entries()) {
      const way = from * postures + option.posture
      const more = sayingLonger(option, free[way]!)
      const takes = [change[way]! + option.seconds + more, more + option.longer, climb[way]!, option.cost]
      coming.set(takes, (from * options.length + number) * COMING)
    }
  return coming
}

const bitsOf = (lines: readonly number[]) => lines.reduce((bits, line) => bits | (1 << line), 0)

/** The first movement settles, the last one closes, and breath stands between neither. */
function isOutOfPlace({ mayStart, mayEnd, isBreath }: Piece, index: number, last: number): boolean {
  if (index === 0) return !mayStart
  return index === last ? !mayEnd : isBreath
}
