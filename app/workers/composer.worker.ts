import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import type { Ask } from '~~/core/compose/ask'
import { composed, type Composed, type ComposedPlan } from '~~/core/compose/compose'
import { exchanged } from '~~/core/compose/exchange'
import { AGAIN_STEPS } from '~~/core/compose/patience'
import { proofsOf, type Proof } from '~~/core/compose/proof'
import type { Plan } from '~~/core/plan/plan'

export interface ComposeTask {
  ask: Ask
  /** The plan to go on from after something in it was changed. */
  from: Plan | null
  /** Only this movement of that plan is to be another one. */
  instead: string | null
}
/** First the plans; then, as soon as it is proven, how good any plan could be. */
export type ComposeDone =
  | { kind: 'plans'; answer: Omit<Composed, 'problem'> }
  | { kind: 'exchanged'; plan: ComposedPlan | null }
  | ({ kind: 'bound' } & Proof)

self.onmessage = async ({ data: { ask, from, instead } }: MessageEvent<ComposeTask>) => {
  if (from && instead !== null) {
    self.postMessage({ kind: 'exchanged', plan: exchanged(ask, from, instead) } satisfies ComposeDone)
    return
  }
  const { problem, ...answer } = from ? composed(ask, from, AGAIN_STEPS) : composed(ask)
  self.postMessage({ kind: 'plans', answer } satisfies ComposeDone)
  const best = answer.plans[0]
  if (!best) return
  const highs = await loadHighs({ locateFile: () => wasmUrl })
  for (const proof of proofsOf(problem, best.score, highs))
    self.postMessage({ kind: 'bound', ...proof } satisfies ComposeDone)
}
