import { entryAt, lastOf } from '../entries'
import type { RandomNumber } from '../random'
import { Evaluator, type Piece } from './evaluate'
import type { Option } from './options'
import type { Problem } from './problem'
import { brokenRule, type Line } from './score'
import { PHASE_ORDER } from './weights'

/** So many beginnings, each with its share of the steps; the rest polishes the best of them. */
const BEGINNINGS = 8
const POLISH_SHARE = 0.3
const WARMEST = 60
const COOLEST = 0.4
const POLISH_WARMEST = 8

/**
 * Looks for the best line by simulated annealing over insert, drop, replace, move and change of rounds, from several
 * beginnings. Every line it keeps obeys every hard rule.
 *
 * @param start a line to begin with, for instance the one that is on the screen
 * @param steps how long it looks; the same steps and random give the same line
 * @returns null where no line was found that keeps the rules
 * @example
 * bestLine(problem, randomFrom(1).next, 100).length > 3 // true
 */
export function bestLine(
  problem: Problem,
  random: RandomNumber,
  steps: number,
  start: Line | null = null,
): Line | null {
  const evaluator = new Evaluator(problem)
  const kept = start && evaluator.scoreOf(start) > -Infinity ? start : null
  const begun = kept ?? firstLine(problem)
  if (!begun) return null
  const moves = new Moves(evaluator.pieces, random)
  const beginnings = kept ? 1 : BEGINNINGS
  const first = { line: evaluator.piecesOf(begun), score: evaluator.scoreOf(begun) }
  let best: ScoredLine = first
  for (let round = 0; round < beginnings; round += 1) {
    const found = annealed(first, {
      evaluator,
      moves,
      random,
      steps: Math.floor((steps * (1 - POLISH_SHARE)) / beginnings),
      warmest: kept ? POLISH_WARMEST : WARMEST,
    })
    if (found.score > best.score) best = found
  }
  const polishing = { evaluator, moves, random, steps: Math.floor(steps * POLISH_SHARE), warmest: POLISH_WARMEST }
  return annealed(best, polishing).line.map(({ option }) => option)
}

interface ScoredLine {
  line: readonly Piece[]
  score: number
}

function annealed(
  from: ScoredLine,
  {
    evaluator,
    moves,
    random,
    steps,
    warmest,
  }: { evaluator: Evaluator; moves: Moves; random: RandomNumber; steps: number; warmest: number },
): ScoredLine {
  let [here, best] = [from, from]
  for (let step = 0; step < steps; step += 1) {
    const line = moves.changed(here.line)
    if (!line) continue
    const score = evaluator.scoreOfPieces(line)
    if (score === -Infinity) continue
    const heat = warmest * (COOLEST / warmest) ** (step / steps)
    if (score < here.score && random() >= Math.exp((score - here.score) / heat)) continue
    here = { line, score }
    if (score > best.score) best = here
  }
  return best
}

/**
 * The shortest start and close with everything that is pinned between, and the shortest of each line that is wanted;
 * null where that breaks a rule.
 */
function firstLine(problem: Problem): Line | null {
  const byTime = (a: Option, b: Option) => a.seconds - b.seconds
  const starts = problem.options
    .filter((option) => option.phase === 'settle' || option.quality === 'breath')
    .sort(byTime)
  const ends = problem.options.filter((option) => option.phase === 'close' || option.quality === 'breath').sort(byTime)
  const shortest = (which: (option: Option) => boolean) => problem.options.filter(which).sort(byTime)[0] ?? []
  const pinned = problem.pinned.flatMap((movement) => shortest((option) => option.movement === movement))
  const lines = problem.lines
    .filter((line) => !pinned.some(({ lines: own }) => own.includes(line)))
    .flatMap((line) => shortest(({ chain, lines: own }) => chain === null && own.includes(line)))
  for (const start of starts) {
    for (const end of ends) {
      const middle = [...pinned, ...lines].filter(
        (option) => option.movement !== start.movement && option.movement !== end.movement,
      )
      const line = inPhases([start, ...middle, end])
      if (brokenRule(line, problem) === null) return line
      const warmed = warmedUp(line, problem)
      if (warmed) return warmed
    }
  }
  return null
}

/** Puts warming in before pinned holds, the longest first, until the rules are kept. */
function warmedUp(line: Line, problem: Problem): Line | null {
  let warmed = line
  for (const option of problem.options
    .filter((other) => other.warm > 0 && other.chain === null)
    .sort((a, b) => b.seconds - a.seconds)) {
    if (warmed.some((other) => other.movement === option.movement)) continue
    const next = inPhases([entryAt(warmed, 0), option, ...warmed.slice(1)])
    if (brokenRule(next, problem) === 'time') continue
    warmed = next
    if (brokenRule(warmed, problem) === null) return warmed
  }
  return null
}

/** Phases in order between start and close; within a phase those who lie together stay together. */
function inPhases(line: Line): Line {
  const middle = line.slice(1, -1).map((option, at) => ({ option, at }))
  middle.sort(
    (a, b) =>
      PHASE_ORDER[a.option.phase] - PHASE_ORDER[b.option.phase] ||
      Number(a.option.isDown) - Number(b.option.isDown) ||
      a.at - b.at,
  )
  return [entryAt(line, 0), ...inStrands(middle.map(({ option }) => option)), lastOf(line)]
}

/** What trains balance, in the order of its lines at the places where such stands; phases stay in order. */
function inStrands(line: Line): Line {
  const trained = line
    .filter(({ lines }) => lines.length > 0)
    .toSorted((a, b) => PHASE_ORDER[a.phase] - PHASE_ORDER[b.phase] || entryAt(a.lines, 0) - entryAt(b.lines, 0))
  let next = 0
  return line.map((option) => (option.lines.length > 0 ? entryAt(trained, next++) : option))
}

/** Small changes of a line that keep its phases in order. */
class Moves {
  private readonly middle: Piece[]
  private readonly ofMovement = new Map<string, Piece[]>()
  private readonly starts: Piece[]
  private readonly ends: Piece[]

  constructor(
    pieces: readonly Piece[],
    private readonly random: RandomNumber,
  ) {
    this.middle = pieces.filter(({ isBreath }) => !isBreath)
    for (const piece of pieces)
      this.ofMovement.set(piece.option.movement, [...(this.ofMovement.get(piece.option.movement) ?? []), piece])
    this.starts = pieces.filter(({ mayStart }) => mayStart)
    this.ends = pieces.filter(({ isBreath, phase }) => isBreath || phase === PHASE_ORDER.close)
  }

  changed(line: readonly Piece[]): readonly Piece[] | null {
    const count = line.length - 2
    const kind = this.random()
    if (kind < 0.25) return this.placed(line, this.oneOf(this.middle))
    if (kind < 0.32) return count === 0 ? null : line.toSpliced(1 + this.pick(count), 1)
    if (kind < 0.55)
      return count === 0 ? null : this.placed(line.toSpliced(1 + this.pick(count), 1), this.oneOf(this.middle))
    if (kind < 0.62) {
      if (count < 2) return null
      const less = line.toSpliced(1 + this.pick(count), 1)
      return this.inserted(less.toSpliced(1 + this.pick(count - 1), 1), this.oneOf(this.middle))
    }
    if (kind < 0.74) {
      const at = this.pick(line.length)
      return line.with(at, this.oneOf(this.ofMovement.get(entryAt(line, at).option.movement)!)!)
    }
    if (kind < 0.94) {
      if (count < 2) return null
      const at = 1 + this.pick(count)
      return this.inserted(line.toSpliced(at, 1), entryAt(line, at))
    }
    const end = this.random() < 0.5
    return line.with(end ? line.length - 1 : 0, this.oneOf(end ? this.ends : this.starts)!)
  }

  /** In the place of what is in it already: a chain in that of its parts, a part in that of its chain. */
  private placed(line: readonly Piece[], piece: Piece | undefined): readonly Piece[] | null {
    if (!piece) return null
    const isSame = ({ ids }: Piece) => ids.some((id) => piece.ids.includes(id))
    const others = line.filter((other, at) => at === 0 || at === line.length - 1 || !isSame(other))
    return this.inserted(others, piece)
  }

  /** Somewhere among the blocks of its phase. */
  private inserted(line: readonly Piece[], piece: Piece | undefined): readonly Piece[] | null {
    if (!piece) return null
    let [from, to] = [1, line.length - 1]
    while (from < line.length - 1 && entryAt(line, from).lastPhase < piece.phase) from += 1
    while (to > from && entryAt(line, to - 1).phase > piece.lastPhase) to -= 1
    return line.toSpliced(from + this.pick(to - from + 1), 0, piece)
  }
  private pick(count: number): number {
    return Math.floor(this.random() * count)
  }
  private oneOf(pieces: readonly Piece[]): Piece | undefined {
    return pieces[this.pick(pieces.length)]
  }
}
