import type { Level, Side, Tier } from '../catalogue/words'
import { beliefEases, beliefSteps } from './believing'
import { countingEases, countingSteps } from './counting'
import { becauseOf, type DecisionNote, type DecisionReason } from './decisionWords'
import { easingCause, isHurt } from './easing'
import { isFarOff } from './evidence'
import { noteToday, type DecisionKind, type Judging, type Question, type SideStanding, type Verdict } from './question'

/**
 * Whether a decision makes something easier: refusing it needs a reason.
 *
 * @example
 * isEasing('ease-now') // true
 */
export function isEasing(kind: DecisionKind): boolean {
  return kind === 'ease' || kind === 'ease-now'
}

export interface Decision extends DecisionReason {
  kind: DecisionKind
  movement: string
  tier: Tier
  fromLevel: Level
  toLevel: Level
  /** Which side the step moves; the other one stays where it is. */
  moves: Side
  /** What decided: a rule that eases at once, what is believed, or counting. */
  by: 'rule' | Judging
  /** The reason in sentences, made of `side`, `reason` and `notes`. */
  because: string
  /** It hurt twice running: a clinician is suggested. */
  suggestClinician: boolean
  /** It hurt twice running and there is no lower rung: left out until a lead's note. */
  leaveOut: boolean
  /** Who steps first when not all may: meetings in a row that met the rule, or how likely the next thing is. */
  streak: number
  /** The rule for a step is met, but there is no higher rung. */
  isAtTop: boolean
}

/**
 * Decides for one person and movement what comes next.
 *
 * Eased at once by the rules: pain, a stop that nobody explained, next to nothing done. Then by the judging: what is
 * believed of the capacity, or counting. The weaker side steps first, alone; an ease moves only the side it is of. Only
 * what was noted in this meeting eases, steps or is asked about.
 *
 * @source `judgement.yaml`: ours, from common practice; tuned as docs/decisions/the-judgement.md says
 * @example
 * decide(question).kind // 'step-up'
 */
export function decide(question: Question): Decision {
  const eased = question.sides.flatMap((own) => easeOf(own, question) ?? [])
  if (eased.length > 0) return eases(eased, question)
  const moving = weakerOf(question.sides)
  const verdicts = moving.flatMap((own) => upOf(own, question) ?? [])
  const verdict = verdicts.toSorted((a, b) => orderOf(a) - orderOf(b) || a.streak - b.streak)[0]
  if (!verdict) return nothingNoted(question)
  const moves = moving.length > 1 ? 'both' : (moving[0]?.side ?? 'both')
  return decisionOf(question, verdict, moves)
}

/** From the most careful to the least: where sides differ, the first one decides. */
const CAUTION: DecisionKind[] = ['ease-now', 'ease', 'too-early', 'stay', 'ask', 'step-up']
const orderOf = ({ kind }: Verdict) => CAUTION.indexOf(kind)

/** Those that step next: both where they stand alike, else the weaker alone. */
function weakerOf(sides: readonly SideStanding[]): readonly SideStanding[] {
  const lowest = Math.min(...sides.map((own) => own.level))
  return sides.filter((own) => own.level === lowest)
}

function upOf(own: SideStanding, question: Question): Verdict | null {
  if (own.evidence.length === 0) return null
  return question.judging === 'belief' ? beliefSteps(own, question) : countingSteps(own, question)
}

function easeOf(own: SideStanding, question: Question): Verdict | null {
  const today = noteToday(own, question)
  if (!today) return null
  const { judgement } = question
  const cause = easingCause(today, judgement)
  if (!cause) return question.judging === 'belief' ? beliefEases(own, question) : countingEases(own, question)
  const before = own.evidence.filter((entry) => entry.meetingId !== question.meetingId).at(-1)
  const earlier = before ? easingCause(before, judgement) : null
  const isTwice = isHurt(cause) && earlier !== null && isHurt(earlier)
  // Strong pain that stays as it was has been eased once: lowering it further helps nobody; a clinician may.
  const isSettled =
    cause.kind === 'pain' && isTwice && (before?.level ?? 0) > own.level && (today.pain ?? 0) <= (before?.pain ?? 0)
  const asked = cause.kind === 'far-off' && isFarOff(today, judgement) ? 2 : 1
  const rungs = isSettled ? 0 : asked
  return {
    kind: 'ease-now',
    side: own.side,
    fromLevel: own.level,
    toLevel: below(own.level, rungs, question),
    by: 'rule',
    reason: { kind: 'eases-at-once', cause, isTwice },
    streak: 0,
    isDial: false,
  }
}

/** So many rungs down, or as far as the ladder goes. */
function below(level: number, rungs: number, { ladder }: Pick<Question, 'ladder'>): number {
  const lower = ladder.map((rung) => rung.level).filter((one) => one < level)
  return rungs === 0 ? level : (lower.at(-rungs) ?? lower[0] ?? level)
}

/** Both sides where both are eased; the more careful one speaks. */
function eases(eased: readonly Verdict[], question: Question): Decision {
  const verdict = eased.toSorted((a, b) => orderOf(a) - orderOf(b) || a.toLevel - b.toLevel)[0]
  if (!verdict) return nothingNoted(question)
  return decisionOf(question, verdict, eased.length > 1 ? 'both' : verdict.side)
}

function nothingNoted(question: Question): Decision {
  const level = Math.min(...question.sides.map((own) => own.level))
  const reason = { kind: 'nothing-recorded' } as const
  const verdict = { kind: 'too-early', side: 'both', by: question.judging, reason, streak: 0, isDial: false } as const
  return decisionOf(question, { ...verdict, fromLevel: level, toLevel: level }, 'both')
}

/** The verdict with what the ladder's ends make of it, said. */
function decisionOf({ movement, tier, ladder }: Question, verdict: Verdict, moves: Side): Decision {
  const { kind, side, reason, fromLevel, toLevel, by, streak, isDial } = verdict
  const isAtTop = kind === 'step-up' && !isDial && toLevel === fromLevel
  const isAtBottom = isEasing(kind) && !isDial && fromLevel <= (ladder[0]?.level ?? 1)
  const isTwice = reason.kind === 'eases-at-once' && reason.isTwice
  const notes: DecisionNote[] = [
    ...(isAtTop ? [{ kind: 'highest-rung' } as const] : []),
    ...(isAtBottom ? [{ kind: 'lowest-rung' } as const] : []),
  ]
  return {
    kind: isAtTop ? 'stay' : kind,
    movement,
    tier,
    fromLevel,
    toLevel,
    moves,
    by,
    side,
    reason,
    notes,
    because: becauseOf({ side, reason, notes }),
    suggestClinician: isTwice,
    leaveOut: isTwice && isAtBottom,
    streak,
    isAtTop,
  }
}
