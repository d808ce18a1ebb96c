import loadHighs from 'highs'
import type { Solver } from '../core/compose/bound'

const highs = await loadHighs()

/** HiGHS as the judge of a linear model. */
export const solve: Solver = (model) => {
  const solution = highs.solve(model)
  return solution.Status === 'Optimal' ? solution.ObjectiveValue : null
}
