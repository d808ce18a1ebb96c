import { entryAt, lastOf } from '../entries'
import type { RandomNumber } from '../random'
import { Evaluator, type Piece } from './evaluate'
import { Moves } from './moves'
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
    const count = moves.change(here.line)
    if (count === 0) continue
    const score = evaluator.scoreOfPieces(moves.next, count)
    if (score === -Infinity) continue
    if (score < here.score) {
      const heat = warmest * (COOLEST / warmest) ** (step / steps)
      if (random() >= Math.exp((score - here.score) / heat)) continue
    }
    here = { line: moves.next.slice(0, count), score }
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
