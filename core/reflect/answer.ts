import type { Dial, Tier } from '../catalogue/words'
import { isEasing } from './decide'
import type { DecisionKind } from './question'
import type { DialTurn } from './turn'

/** What was proposed, as far as an answer is held against it. */
export interface Proposal {
  kind: DecisionKind
  fromLevel: number
  toLevel: number
  turn: DialTurn | null
  earned: DialTurn | null
  suggestClinician: boolean
}

/** What is decided: a level, or one dial; staying is the level they are at. */
export interface Choice {
  toLevel: number
  dial: Dial | null
}

/** A choice held against what was proposed. */
export interface Answer {
  answer: 'accepted' | 'changed' | 'refused'
  turn: DialTurn | null
  /** Left out from now on, until a lead has looked: it hurt twice running. */
  leaveOut: boolean
  /** An ease that is not made is explained. */
  needsReason: boolean
}

/**
 * Holds a choice against what was proposed.
 *
 * @returns null where the dial is none that the proposal turns
 * @example
 * answerTo({ kind: 'step-up', fromLevel: 2, toLevel: 3, turn: null, earned: null, suggestClinician: false }, {
 * toLevel: 3, dial: null })?.answer
 * // 'accepted'
 */
export function answerTo(proposal: Proposal, { toLevel, dial }: Choice): Answer | null {
  const turn = dial === null ? null : ([proposal.turn, proposal.earned].find((one) => one?.dial === dial) ?? null)
  if (dial !== null && turn === null) return null
  const isAsProposed = toLevel === proposal.toLevel && turn?.dial === proposal.turn?.dial
  const isStay = toLevel === proposal.fromLevel && turn === null
  const changed = isStay ? 'refused' : 'changed'
  return {
    answer: isAsProposed ? 'accepted' : changed,
    turn,
    leaveOut: proposal.suggestClinician && toLevel <= proposal.toLevel,
    needsReason: isEasing(proposal.kind) && !isAsProposed && toLevel >= proposal.fromLevel,
  }
}

/**
 * What names a decision among those of a meeting.
 *
 * @example
 * decisionKey({ participant: 'ann', movement: 'bridge', tier: 'chair' }) // 'ann bridge chair'
 */
export function decisionKey(of: { participant: string; movement: string; tier: Tier }): string {
  return `${of.participant} ${of.movement} ${of.tier}`
}
