import type { SchoolId } from '../catalogue/words'
import type { Decision } from './decide'
import { becauseOf, type DecisionNote } from './decisionWords'
import type { Evidence } from './evidence'
import type { DialTurn } from './turn'

/** A decision with the step it is: one dial, or the level. */
export interface Step extends Decision {
  blockId: string
  school: SchoolId
  /** The dial that is turned; null: the level changes, or nothing does. */
  turn: DialTurn | null
  /** Time, rounds or repetitions earned beyond what the block gives; null: none. */
  earned: DialTurn | null
  /** Half the dose, where it hurts and no rung is lower; null: not so, or nothing to halve. */
  half: DialTurn | null
  /** Whether it hurts, or is too much, and no rung is lower. */
  isLowest: boolean
  /** The last meetings' outcomes that it rests on, oldest first. */
  recent: Evidence[]
}

/**
 * A decision as a step that turns nothing yet; field by field, since a copy that grows is slow, and there are many.
 *
 * @example
 * asStep(decide(question), { blockId: 'b', school: 'dwell', recent: [] }).turn // null
 */
export function asStep(
  decision: Decision,
  { blockId, school, recent }: Pick<Step, 'blockId' | 'school' | 'recent'>,
): Step {
  const { kind, movement, tier, fromLevel, toLevel, moves, by, side, reason, notes, because } = decision
  const { suggestClinician, leaveOut, streak, isAtTop } = decision
  return {
    kind,
    movement,
    tier,
    fromLevel,
    toLevel,
    moves,
    by,
    side,
    reason,
    notes,
    because,
    suggestClinician,
    leaveOut,
    streak,
    isAtTop,
    blockId,
    school,
    turn: null,
    earned: null,
    half: null,
    isLowest: false,
    recent,
  }
}

/**
 * The step with more said of it.
 *
 * @example
 * withNotes(asStep(decide(question), { blockId: 'b', school: 'dwell', recent: [] }), []).notes // []
 */
export function withNotes(step: Step, added: readonly DecisionNote[]): Step {
  if (added.length === 0) return step
  const notes = [...step.notes, ...added]
  return { ...step, notes, because: becauseOf({ ...step, notes }) }
}
