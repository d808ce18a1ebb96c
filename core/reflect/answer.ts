import { z } from 'zod'
import type { Dial, Tier } from '../catalogue/words'
import { isEasing } from './decide'
import type { DecisionKind } from './question'
import type { DialTurn } from './turn'

/** What can be done where it hurts on the lowest rung: none of it a level. */
export const Instead = z.enum(['leave-out', 'half-dose', 'another', 'clinician'])
export type Instead = z.infer<typeof Instead>

/** The same as the ledger and the screen say it. */
export const INSTEAD_WORDS: Record<Instead, string> = {
  'leave-out': 'left out until it is looked at',
  'half-dose': 'half the dose',
  another: 'another movement for the same parts',
  clinician: 'left out, and a clinician is asked',
}

/** What was proposed, as far as an answer is held against it. */
export interface Proposal {
  kind: DecisionKind
  fromLevel: number
  toLevel: number
  turn: DialTurn | null
  earned: DialTurn | null
  half: DialTurn | null
  leaveOut: boolean
}

/** What is decided: a level, one dial, or what is done instead; staying is the level they are at. */
export interface Choice {
  toLevel: number
  dial: Dial | null
  instead?: Instead | null
}

/** A choice held against what was proposed. */
export interface Answer {
  answer: 'accepted' | 'changed' | 'refused'
  turn: DialTurn | null
  /** Left out from now on, until a lead has looked. */
  leaveOut: boolean
  /** Whether something else for the same parts may stand in meanwhile. */
  standsIn: boolean
  /** An ease that is not made is explained. */
  needsReason: boolean
}

/**
 * Holds a choice against what was proposed.
 *
 * @returns null where the dial is none that the proposal turns, or there is nothing to halve
 * @example
 * answerTo({ kind: 'step-up', fromLevel: 2, toLevel: 3, turn: null, earned: null, half: null, leaveOut: false }, {
 * toLevel: 3, dial: null })?.answer
 * // 'accepted'
 */
export function answerTo(proposal: Proposal, { toLevel, dial, instead = null }: Choice): Answer | null {
  if (instead !== null) return insteadOf(proposal, instead)
  const turn = dial === null ? null : ([proposal.turn, proposal.earned].find((one) => one?.dial === dial) ?? null)
  if (dial !== null && turn === null) return null
  const isAsProposed = toLevel === proposal.toLevel && turn?.dial === proposal.turn?.dial
  const isStay = toLevel === proposal.fromLevel && turn === null
  const changed = isStay ? 'refused' : 'changed'
  return {
    answer: isAsProposed ? 'accepted' : changed,
    turn,
    leaveOut: proposal.leaveOut && isAsProposed,
    standsIn: false,
    needsReason: isEasing(proposal.kind) && !isAsProposed && toLevel >= proposal.fromLevel,
  }
}

function insteadOf(proposal: Proposal, instead: Instead): Answer | null {
  const isHalf = instead === 'half-dose'
  if (isHalf && proposal.half === null) return null
  return {
    answer: instead === 'leave-out' && proposal.leaveOut ? 'accepted' : 'changed',
    turn: isHalf ? proposal.half : null,
    leaveOut: !isHalf,
    standsIn: instead === 'another',
    needsReason: false,
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
