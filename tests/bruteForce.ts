import { Evaluator } from '../core/compose/evaluate'
import type { Option } from '../core/compose/options'
import type { Problem } from '../core/compose/problem'
import { secondsOfLine } from '../core/compose/score'

/** Every order of every choice of a few movements: what brute force finds. */
export function bruteForce(problem: Problem): number {
  const evaluator = new Evaluator(problem)
  let best = -Infinity
  const grow = (line: Option[]) => {
    for (const end of problem.options) best = Math.max(best, evaluator.scoreOf([...line, end]))
    for (const option of problem.options) {
      const isThere = line.some(({ movements }) => movements.some((movement) => option.movements.includes(movement)))
      if (option.quality === 'breath' || isThere) continue
      const next = [...line, option]
      if (secondsOfLine(next, problem) <= problem.seconds) grow(next)
    }
  }
  for (const start of problem.options) grow([start])
  return best
}
