import type { Highs } from 'highs'
import { boundOf, type Solver } from './bound'
import { CLOSE_ENOUGH, PROOF_SECONDS } from './patience'
import type { Problem } from './problem'

/** A score that no plan can beat; the last one is final. */
export interface Proof {
  bound: number
  isFinal: boolean
}

/**
 * Proves how good any plan could be: first with parts of movements, in a moment; then, where that is not close, with
 * whole ones, for some seconds at most.
 *
 * @param best score of the plan at hand
 * @param highs the general solver, loaded
 * @example
 * [...proofsOf(problem, 1e9, { solve: () => ({ Status: 'Optimal', ObjectiveValue: 100 }) })].map(
 * (proof) => proof.isFinal)
 * // [true]
 */
export function* proofsOf(problem: Problem, best: number, highs: Highs): Generator<Proof> {
  const parts: Solver = (model) => {
    const solution = highs.solve(model)
    return solution.Status === 'Optimal' ? solution.ObjectiveValue : null
  }
  const bound = boundOf(problem, parts, false)
  if (bound === null) return
  const isClose = bound <= best * (1 + CLOSE_ENOUGH)
  yield { bound, isFinal: isClose }
  if (isClose) return
  const wholes: Solver = (text) => {
    const model = highs.createModel({ format: 'lp', data: text })
    try {
      model.options.set({ time_limit: PROOF_SECONDS })
      model.run()
      const proven = Number(model.info.get('mip_dual_bound'))
      return Number.isFinite(proven) ? proven : null
    } finally {
      model.dispose()
    }
  }
  yield { bound: Math.min(bound, boundOf(problem, wholes, true) ?? bound), isFinal: true }
}
