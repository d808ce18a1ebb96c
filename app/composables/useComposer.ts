import type { Ask } from '~~/core/compose/ask'
import type { Composed, ComposedPlan } from '~~/core/compose/compose'
import type { Plan } from '~~/core/plan/plan'
import { WorkerDied } from './useWorker'
import type { ComposeDone } from '~/workers/composer.worker'

/**
 * The composer in its worker: a new question ends the one before, so that typing is never waited for.
 */
export function useComposer() {
  const answer = shallowRef<Omit<Composed, 'problem'> | null>(null)
  /** The most that any plan could reach; null: not proven yet. */
  const bound = ref<number | null>(null)
  const state = ref<'idle' | 'looking' | 'proving' | 'done'>('idle')
  /** What the last answer took, ms. */
  const took = ref(0)
  /** Why there is no answer; empty where nothing went wrong. */
  const problem = ref('')
  let worker: Worker | undefined

  /**
   * Asks for plans: anew, or going on from one; or for one movement of it to be another one, which changes the plan at
   * this place of the answer and nothing else.
   */
  function ask(
    question: Ask,
    from: Plan | null = null,
    exchange: { movement: string; at: number } | null = null,
  ): void {
    cancel()
    const began = performance.now()
    state.value = 'looking'
    worker = new Worker(new URL('../workers/composer.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<ComposeDone>) => {
      if (data.kind === 'exchanged') {
        state.value = 'done'
        takeExchanged(data.plan, exchange?.at ?? 0)
      } else if (data.kind === 'plans') {
        took.value = performance.now() - began
        answer.value = data.answer
        state.value = data.answer.plans.length > 0 ? 'proving' : 'done'
      } else {
        bound.value = data.bound
        if (data.isFinal) state.value = 'done'
      }
    }
    worker.onerror = (event) => {
      cancel()
      problem.value = new WorkerDied(event.message).message
    }
    problem.value = ''
    worker.postMessage({ ask: question, from, instead: exchange?.movement ?? null })
  }
  function takeExchanged(plan: ComposedPlan | null, at: number): void {
    problem.value = plan ? '' : 'Nothing else fits in its place: change a wish, and compose again.'
    if (plan && answer.value) answer.value = { ...answer.value, plans: answer.value.plans.with(at, plan) }
  }
  function cancel(): void {
    worker?.terminate()
    worker = undefined
    bound.value = null
    if (state.value !== 'idle') state.value = answer.value ? 'done' : 'idle'
  }
  onScopeDispose(cancel)
  return { answer, bound, state, took, problem, ask, cancel }
}
