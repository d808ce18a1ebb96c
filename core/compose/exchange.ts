import { timelineOf } from '../plan/timeline'
import type { Plan } from '../plan/plan'
import type { Ask } from './ask'
import { composedOf, lineOf, planOf, type ComposedPlan } from './compose'
import { Evaluator } from './evaluate'
import { problemOf, ridersOf } from './problem'

/** So many of the best are tried on the real clock. */
const TRIED = 24

/**
 * The same plan with something else in the place of one movement: every other block stays, in its place.
 *
 * @param movement what is not wanted
 * @returns null where nothing else fits there
 * @example
 * exchanged(ask, plan, 'no-such-movement') // null
 */
export function exchanged(ask: Ask, plan: Plan, movement: string): ComposedPlan | null {
  const pinned = ask.pinned.filter((other) => other !== movement)
  const banned = ask.banned.filter((other) => other !== movement)
  const problem = problemOf({ ...ask, pinned, banned })
  const line = lineOf(plan, problem)
  const at = line.findIndex((option) => option.movements.includes(movement))
  if (at < 0) return null
  const others = new Set(line.flatMap((option) => option.movements))
  const evaluator = new Evaluator(problem)
  const best = problem.options
    .filter((option) => !option.movements.some((one) => others.has(one)))
    .map((option) => line.with(at, option))
    .map((candidate) => ({ candidate, score: evaluator.scoreOf(candidate) }))
    .filter(({ score }) => score > -Infinity)
    .toSorted((a, b) => b.score - a.score)
    .slice(0, TRIED)
  for (const { candidate } of best) {
    const made = planOf(candidate, ask, problem)
    const { seconds } = timelineOf(made, ridersOf(made, problem, ask), ask.met, ask.catalogue)
    if (seconds <= ask.minutes * 60) return composedOf(candidate, { plan: made, seconds }, ask, problem)
  }
  return null
}
