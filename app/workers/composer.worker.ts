import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import type { Ask } from '~~/core/compose/ask'
import { boundOf, type Solver } from '~~/core/compose/bound'
import { composed, type Composed } from '~~/core/compose/compose'
import type { Plan } from '~~/core/plan/plan'

export interface ComposeTask {
  ask: Ask
  /** The plan to go on from after something in it was changed. */
  from: Plan | null
}
/** First the plans; then, as soon as it is proven, how good any plan could be. */
export type ComposeDone = { kind: 'plans'; answer: Omit<Composed, 'problem'> } | { kind: 'bound'; bound: number; isFinal: boolean }

/** Going on from a plan needs less looking. */
const AGAIN_STEPS = 30_000
/** Whole movements are proven within this time, or not; seconds for each of the two cases. */
const PROOF_SECONDS = 2.2
/** Closer than this needs no closer proof. */
const CLOSE_ENOUGH = 0.01

self.onmessage = async ({ data: { ask, from } }: MessageEvent<ComposeTask>) => {
  const { problem, ...answer } = from ? composed(ask, from, AGAIN_STEPS) : composed(ask)
  self.postMessage({ kind: 'plans', answer } satisfies ComposeDone)
  const best = answer.plans[0]
  if (!best) return
  const highs = await loadHighs({ locateFile: () => wasmUrl })
  const parts: Solver = (model) => {
    const solution = highs.solve(model)
    return solution.Status === 'Optimal' ? solution.ObjectiveValue : null
  }
  const bound = boundOf(problem, parts, false)
  if (bound === null) return
  const isClose = bound <= best.score * (1 + CLOSE_ENOUGH)
  self.postMessage({ kind: 'bound', bound, isFinal: isClose } satisfies ComposeDone)
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
  self.postMessage({ kind: 'bound', bound: Math.min(bound, boundOf(problem, wholes, true) ?? bound), isFinal: true } satisfies ComposeDone)
}
