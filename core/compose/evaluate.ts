import type { Option } from './options'
import type { Problem } from './problem'
import { followsNot, overSaidCost, worthOf, type Line } from './score'
import { CLIMB_SECONDS, PHASE_ORDER, sayingLonger } from './weights'

/**
 * An option as the search sees it: what it looks up instead of reckoning it anew. A class, so that all are of one shape:
 * as spread copies of options they were looked up several times slower.
 */
export class Piece {
  readonly posture: number
  readonly leaves: number
  readonly seconds: number
  readonly introduction: number
  readonly said: number
  readonly longer: number
  readonly cost: number
  readonly warm: number
  readonly size: number
  readonly isLongHold: boolean
  readonly isDown: boolean
  readonly breathing: readonly number[]
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
  /** The targets to which it gives something, and how much it gives them. */
  readonly gives: Int32Array
  readonly gifts: Float64Array

  constructor(
    readonly option: Option,
    ids: ReadonlyMap<string, number>,
    pinned: readonly string[],
  ) {
    this.posture = option.posture
    this.leaves = option.leaves
    this.seconds = option.seconds
    this.introduction = option.introduction
    this.said = option.said
    this.longer = option.longer
    this.cost = option.cost
    this.warm = option.warm
    this.size = option.size
    this.isLongHold = option.isLongHold
    this.isDown = option.isDown
    this.breathing = option.breathing
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
    this.gives = Int32Array.from(option.gain.keys()).filter((at) => option.gain[at] !== 0)
    this.gifts = Float64Array.from(this.gives, (at) => option.gain[at]!)
  }
}

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
  private stamp = 0

  constructor(private readonly problem: Problem) {
    const movements = [...new Set(problem.options.flatMap((option) => option.movements))]
    const ids = new Map(movements.map((movement, id) => [movement, id]))
    this.pieces = problem.options.map((option) => new Piece(option, ids, problem.pinned))
    this.pieceOf = new Map(this.pieces.map((piece) => [piece.option, piece]))
    this.seen = new Int32Array(movements.length)
    this.breathed = new Int32Array(problem.riders.length)
    this.gained = new Float64Array(problem.target.length)
    this.wantedLines = bitsOf(problem.lines)
  }

  /** A line of the problem's options as pieces. */
  piecesOf(line: Line): Piece[] {
    return line.map((option) => this.pieceOf.get(option)!)
  }

  /** −Infinity where a rule is broken. */
  scoreOf(line: Line): number {
    return this.scoreOfPieces(this.piecesOf(line))
  }

  /** The same of pieces. */
  scoreOfPieces(line: readonly Piece[]): number {
    const { change, free, climb, postures, seconds, warmSeconds, breathShare, pinned: pins } = this.problem
    const last = line.length - 1
    if (last < 1 || !this.isFew(line)) return -Infinity
    this.stamp += 1
    let [cost, longer, time, rise] = [0, 0, 0, 0]
    let [at, phase, strand, warm, downs, pinned, lines, blocks, down] = [0, 0, 0, 0, 0, 0, 0, 0, false]
    let breathes = false
    for (let index = 0; index <= last; index += 1) {
      const piece = line[index]!
      if (isOutOfPlace(piece, index, last)) return -Infinity
      const way = at * postures + piece.posture
      const more = sayingLonger(piece, free[way]!)
      longer += more + piece.longer
      time += change[way]! + piece.seconds + more
      if (time > seconds) return -Infinity
      rise += climb[way]!
      cost += piece.cost
      blocks += piece.size
      lines |= piece.lineBits
      breathes ||= piece.breathing.length > 0
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
    if (time > seconds || (breathes && this.breathesTooOften(line, breathShare * blocks))) return -Infinity
    if (followsNot(line, this.problem)) return -Infinity
    return this.withWorth(line, -cost - CLIMB_SECONDS * (rise + climb[home]!) - overSaidCost(longer, time))
  }

  private isFew(line: readonly Piece[]): boolean {
    if (this.problem.most === Infinity) return true
    let movements = 0
    for (const piece of line) movements += piece.ids.length
    return movements <= this.problem.most
  }

  /** Whether none of its movements was in the line before. */
  private see({ ids }: Piece): boolean {
    let isNew = true
    for (const id of ids) {
      if (this.seen[id] === this.stamp) isNew = false
      this.seen[id] = this.stamp
    }
    return isNew
  }

  private breathesTooOften(line: readonly Piece[], most: number): boolean {
    this.breathed.fill(0)
    for (const { breathing } of line)
      for (const rider of breathing) {
        this.breathed[rider]! += 1
        if (this.breathed[rider]! > most) return true
      }
    return false
  }

  private withWorth(line: readonly Piece[], cost: number): number {
    const { target, weight } = this.problem
    const { gained } = this
    gained.fill(0)
    for (const { gives, gifts } of line) for (let at = 0; at < gives.length; at += 1) gained[gives[at]!]! += gifts[at]!
    let score = cost
    for (let region = 0; region < target.length; region += 1)
      if (gained[region]! > 0) score += weight[region]! * worthOf(gained[region]!, target[region]!)
    return score
  }
}

const bitsOf = (lines: readonly number[]) => lines.reduce((bits, line) => bits | (1 << line), 0)

/** The first movement settles, the last one closes, and breath stands between neither. */
function isOutOfPlace({ mayStart, mayEnd, isBreath }: Piece, index: number, last: number): boolean {
  if (index === 0) return !mayStart
  return index === last ? !mayEnd : isBreath
}
