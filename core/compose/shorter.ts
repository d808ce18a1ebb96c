import { Evaluator } from './evaluate'
import type { Problem } from './problem'
import { secondsOfLine, type Line } from './score'

/**
 * The best line that is shorter by so many seconds: with one block left out, or with something else in its place; of
 * the first and the last, with another beginning or close.
 *
 * @param overSeconds by how much the real clock is longer than it may be
 * @returns null where no single change saves as much
 * @example
 * shorter([], 10, problem) // null
 */
export function shorter(line: Line, overSeconds: number, problem: Problem): Line | null {
  const evaluator = new Evaluator(problem)
  const atMost = secondsOfLine(line, problem) - overSeconds
  const without = line.slice(1, -1).map((_, at) => line.toSpliced(at + 1, 1))
  const others = line.flatMap((_, at) => problem.options.map((option) => line.with(at, option)))
  let best: { line: Line; score: number } | null = null
  for (const candidate of [...without, ...others]) {
    const score = evaluator.scoreOf(candidate)
    if (score === -Infinity || (best && score <= best.score)) continue
    if (secondsOfLine(candidate, problem) <= atMost) best = { line: candidate, score }
  }
  return best?.line ?? null
}
