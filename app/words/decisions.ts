import type { ProposedDecision } from '~~/core/contract/reflection'
import { isEasing } from '~~/core/reflect/decide'

type Asked = Pick<ProposedDecision, 'kind' | 'fromLevel' | 'toLevel' | 'turn' | 'isHurt' | 'leaveOut'>

/** What is done where a proposal is taken as it is. */
export function acceptWords({ kind, fromLevel, toLevel, turn, leaveOut }: Asked): string {
  if (kind === 'ask') return 'Ask next time'
  if (toLevel !== fromLevel) return `${isEasing(kind) ? 'Ease' : 'Step'} to ${toLevel}`
  if (leaveOut) return 'Leave it out'
  if (turn) return isEasing(kind) ? 'Ease it' : 'Take the step'
  return stayWords({ fromLevel, toLevel, turn })
}

/** What is done where a proposal is not taken. */
export function stayWords({ fromLevel, toLevel, turn }: Pick<Asked, 'fromLevel' | 'toLevel' | 'turn'>): string {
  return turn && toLevel === fromLevel ? 'Stay as it is' : `Stay at ${fromLevel}`
}

/** The word before a decision, by which its row is found. */
export function kindWords({ kind, isHurt }: Asked): string {
  if (isHurt) return 'Hurt'
  if (isEasing(kind)) return 'Ease'
  if (kind === 'ask') return 'Ask'
  return kind === 'step-up' ? 'Step on' : 'Stay'
}
