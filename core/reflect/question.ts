import { z } from 'zod'
import type { Variation } from '../catalogue/catalogue'
import type { Judgement } from '../catalogue/judgement'
import type { School } from '../catalogue/school'
import type { Level, Quality, Side, Tier } from '../catalogue/words'
import type { Dials } from '../offer/dials'
import type { Belief } from './belief'
import type { SideReason } from './decisionWords'
import type { Evidence } from './evidence'
import type { Habit } from './noteWorth'

export const DecisionKind = z.enum(['ease-now', 'ease', 'ask', 'step-up', 'stay', 'too-early'])
export type DecisionKind = z.infer<typeof DecisionKind>

/** By what somebody's capacity is judged: by what is believed of it, or by counting meetings that met a rule. */
export const Judging = z.enum(['belief', 'counting'])
export type Judging = z.infer<typeof Judging>

/** One side of a ladder as it stands. */
export interface SideStanding {
  side: Side
  /** The rung that is worked at, and what was turned on it. */
  level: Level
  dials: Dials
  /** ISO day of the last turn of a dial on this rung: by counting, what was done until then says nothing of it. */
  since: string | null
  /** Oldest first; what was noted of both sides at once is of each. */
  evidence: readonly Evidence[]
  /** Where the judging is by belief. */
  belief: Belief
}

export interface Question {
  movement: string
  tier: Tier
  quality: Quality
  /** Rungs, rising. */
  ladder: readonly Pick<Variation, 'level' | 'dials'>[]
  /** One for both, or one a side. */
  sides: readonly SideStanding[]
  /** The meeting that is decided after: only what was noted in it can ease, step or be asked about. */
  meetingId: string
  school: School
  judgement: Judgement
  judging: Judging
  habit: Habit
  /** Dials as the next turn of one would set them; null: all are at their end, or a step is a whole level. */
  nextDials: Dials | null
  /** Balance, or the next rung stands on one leg: no guess is enough there. */
  isCareful: boolean
}

/** What a side comes to, before it is said. */
export interface Verdict {
  kind: DecisionKind
  side: Side
  fromLevel: Level
  toLevel: Level
  by: 'rule' | Judging
  reason: SideReason
  /** Who steps first. */
  streak: number
  /** Whether one dial is turned, not the level. */
  isDial: boolean
}

/**
 * What was noted of a side in the meeting that is decided after; null: nothing.
 *
 * @example
 * noteToday(question.sides[0], question)?.done // 'done'
 */
export function noteToday({ evidence }: SideStanding, { meetingId }: Pick<Question, 'meetingId'>): Evidence | null {
  const last = evidence.at(-1)
  return last?.meetingId === meetingId ? last : null
}
