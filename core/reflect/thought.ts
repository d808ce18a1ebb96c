import { isEasing } from './decide'
import type { DecisionKind } from './question'

/** Seconds that a decision takes to look at: an ease is thought over, a step is read, what stays is not looked at. */
const EASE_SECONDS = 25
const STEP_SECONDS = 10
const ASK_SECONDS = 5

/**
 * How many minutes decisions take that need a thought: five for a class of eight is what it should be.
 *
 * @source ours
 * @example
 * thoughtMinutes([{ kind: 'ease' }, { kind: 'step-up' }, { kind: 'stay' }]) // 1
 */
export function thoughtMinutes(decisions: readonly { kind: DecisionKind }[]): number {
  const seconds = decisions.reduce((sum, { kind }) => sum + secondsFor(kind), 0)
  return seconds === 0 ? 0 : Math.max(1, Math.round(seconds / 60))
}

function secondsFor(kind: DecisionKind): number {
  if (isEasing(kind)) return EASE_SECONDS
  if (kind === 'step-up') return STEP_SECONDS
  return kind === 'ask' ? ASK_SECONDS : 0
}
