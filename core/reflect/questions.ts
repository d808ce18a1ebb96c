import type { Judgement } from '../catalogue/judgement'
import type { Plan } from '../plan/plan'
import type { DecisionKind } from './question'

/** Something that is asked of somebody in a class: effort and form of a movement. */
export interface ClassQuestion {
  participant: string
  movement: string
}

/**
 * The questions that are put in a class: only of what the plan holds, one of a person, few in all, and spread over the
 * blocks, so that nobody has to ask two people at once while there is another block to ask in.
 *
 * @param questions the one that can decide most first
 * @example
 * spreadQuestions([{ participant: 'ann', movement: 'unicorn' }], plan, judgement) // []
 */
export function spreadQuestions(
  questions: readonly ClassQuestion[],
  plan: Plan,
  { asking }: Pick<Judgement, 'asking'>,
): ClassQuestion[] {
  const planned = new Set(plan.blocks.map((block) => block.movement))
  const open = questions.filter((question) => planned.has(question.movement))
  const put: ClassQuestion[] = []
  const inBlock = new Map<string, number>()
  for (let round = 0; put.length < asking.aClass && round < open.length; round += 1)
    for (const question of open) {
      const own = put.filter((other) => other.participant === question.participant).length
      if (put.length >= asking.aClass || own >= asking.aPerson || put.includes(question)) continue
      if ((inBlock.get(question.movement) ?? 0) > round) continue
      put.push(question)
      inBlock.set(question.movement, (inBlock.get(question.movement) ?? 0) + 1)
    }
  return put
}

/**
 * Decisions of a class with its questions: those that can decide most, few in all; what is not asked stays.
 *
 * @example
 * withinClass([], judgement) // []
 */
export function withinClass<S extends { kind: DecisionKind; streak: number }>(
  steps: readonly S[],
  { asking }: Pick<Judgement, 'asking'>,
): S[] {
  const asked = steps
    .filter((step) => step.kind === 'ask')
    .toSorted((a, b) => b.streak - a.streak)
    .slice(0, asking.aClass)
  return steps.map((step) => (step.kind !== 'ask' || asked.includes(step) ? step : { ...step, kind: 'stay' }))
}
