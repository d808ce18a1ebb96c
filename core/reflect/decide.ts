import { entryAt, lastOf } from '../entries'
import { z } from 'zod'
import type { Judgement } from '../catalogue/judgement'
import type { School } from '../catalogue/school'
import type { Tier } from '../catalogue/words'
import { becauseOf, type DecisionNote, type DecisionReason, type Shortfall, type SideReason } from './decisionWords'
import { easingCause, isFarOff, isPoor, isReached, type Evidence } from './evidence'

export const DecisionKind = z.enum(['ease-now', 'ease', 'ask', 'step-up', 'stay', 'too-early'])
export type DecisionKind = z.infer<typeof DecisionKind>

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
  fromLevel: number
  toLevel: number
  /** The reason in sentences, made of `side`, `reason` and `notes`. */
  because: string
  /** Eased at once twice running: left out until a lead's note, and a clinician is suggested. */
  suggestClinician: boolean
  /** Meetings in a row that met the rule: who steps first when not all may. */
  streak: number
  /** The rule for a step is met, but there is no higher rung. */
  isAtTop: boolean
}

export interface Question {
  movement: string
  tier: Tier
  level: number
  /** The ladder's levels in this tier, rising. */
  rungs: readonly number[]
  /** All evidence for this movement and tier, oldest meeting first. */
  evidence: readonly Evidence[]
  school: School
  judgement: Judgement
  /** ISO day of the last turn of a dial on this rung: what was done until then says nothing of it. */
  since?: string | null
}

/**
 * Decides for one person and movement what comes next: the weaker side decides.
 *
 * Ease now on sharp pain, on pain of 4 or more when arrival was under 4, on a rise of 2, or, by two rungs, under a
 * quarter of the target. Ease when two of the last three were under four fifths, slipped or had to be eased. Step up
 * when the school's rule is met on both sides, with more proof where `askedFor` says so. Ask where the amount is
 * reached
 * but effort or form is empty. Otherwise stay, or too early.
 *
 * @source `judgement.yaml`: ours, from common practice; tuned as docs/decisions/the-judgement.md says
 * @example
 * decide({ movement: 'bridge', tier: 'chair', level: 2, rungs: [1, 2, 3], evidence: [entry, { ...entry, meetingId:
 * 'n' }], school: catalogue.schools.get('dwell'), judgement }).kind
 * // 'step-up'
 */
export function decide(question: Question): Decision {
  const { movement, tier, level: fromLevel, rungs, evidence } = question
  const verdicts = [...new Set(evidence.map((entry) => entry.side))].map((side) => judgeSide(sideOf(question, side)))
  const verdict = verdicts.sort((a, b) => CAUTION.indexOf(a.kind) - CAUTION.indexOf(b.kind))[0] ?? NOTHING
  const toLevel = nextLevel(verdict, fromLevel, rungs)
  const isAtTop = verdict.kind === 'step-up' && toLevel === fromLevel
  const isAtBottom = isEasing(verdict.kind) && toLevel === fromLevel
  const notes: DecisionNote[] = [
    ...(isAtTop ? [{ kind: 'highest-rung' } as const] : []),
    ...(isAtBottom ? [{ kind: 'lowest-rung' } as const] : []),
  ]
  const { side, reason } = verdict
  return {
    kind: isAtTop ? 'stay' : verdict.kind,
    movement,
    tier,
    fromLevel,
    toLevel,
    side,
    reason,
    notes,
    because: becauseOf({ side, reason, notes }),
    suggestClinician: reason.kind === 'eases-at-once' && reason.isTwice,
    streak: reason.kind === 'met' ? reason.streak : Number(reason.kind === 'very-easy'),
    isAtTop,
  }
}

/** From the most careful to the least: where sides differ, the first one decides. */
const CAUTION: DecisionKind[] = ['ease-now', 'ease', 'too-early', 'stay', 'ask', 'step-up']

interface SideVerdict {
  kind: DecisionKind
  side: Evidence['side']
  reason: SideReason
  /** So far from the target that one rung would not be enough. */
  isFar: boolean
}

const NOTHING: SideVerdict = { kind: 'too-early', side: 'both', reason: { kind: 'nothing-recorded' }, isFar: false }

/** One side with its own evidence and what a step takes on it. */
interface SideCase {
  side: Evidence['side']
  evidence: readonly Evidence[]
  last: Evidence
  /** The meetings that the rule looks at. */
  recent: readonly Evidence[]
  wanted: Wanted
  school: School
  judgement: Judgement
}

/** What a step up takes here. */
interface Wanted {
  level: number
  meetings: number
  since: string | null
  effortAtMost: number | null
  /** Why it takes more than the school asks. */
  why: 'tried-lately' | 'wide-gap'
}

function sideOf(question: Question, side: Evidence['side']): SideCase {
  const { school, judgement } = question
  const evidence = question.evidence.filter((entry) => entry.side === side)
  const wanted = askedFor(question, evidence)
  return { side, evidence, last: lastOf(evidence), recent: evidence.slice(-wanted.meetings), wanted, school, judgement }
}

/**
 * How much evidence a step takes: the school's number of meetings; more where the next rung is two levels away, or
 * where
 * it was tried lately and not reached; one meeting in somebody's first six, where it was very easy.
 */
function askedFor(question: Question, own: readonly Evidence[]): Wanted {
  const { level, rungs, school, judgement, since = null } = question
  const { proof, first } = judgement
  const gap = (rungs.find((rung) => rung > level) ?? level) - level
  const isWide = gap > 1
  const triedHigher = own.slice(-proof.triedLately).some((entry) => (entry.level ?? 0) > level && !isReached(entry))
  const effort = own.at(-1)?.effort ?? null
  const isVeryEasy = effort !== null && effort <= first.veryEasyEffort
  const why = triedHigher ? 'tried-lately' : 'wide-gap'
  if (own.length <= first.meetings && gap === 1 && !triedHigher && isVeryEasy)
    return { level, since, meetings: 1, effortAtMost: school.effortAtMost, why }
  return {
    level,
    since,
    meetings:
      school.meetingsBeforeStep + (isWide ? proof.wideGapMeetings : 0) + (triedHigher ? proof.triedMeetings : 0),
    effortAtMost: isWide ? Math.max(1, (school.effortAtMost ?? 10) - proof.wideGapEffort) : school.effortAtMost,
    why,
  }
}

/** The rules in their order: the first that says something decides. */
const RULES: readonly ((own: SideCase) => Pick<SideVerdict, 'kind' | 'reason'> | null)[] = [
  easesAtOnce,
  easesAfterTwo,
  asksForMore,
  asksWhatWasNotNoted,
  stepsUp,
]

function judgeSide(own: SideCase): SideVerdict {
  const { side, last, judgement } = own
  const verdict = RULES.reduce<ReturnType<(typeof RULES)[number]>>((said, rule) => said ?? rule(own), null)
  const isFar = verdict?.kind === 'ease-now' && isFarOff(last, judgement)
  return { ...(verdict ?? stays(own)), side, isFar }
}

function easesAtOnce({ evidence, last, judgement }: SideCase) {
  const cause = easingCause(last, judgement)
  if (!cause) return null
  const before = evidence.at(-2)
  const isTwice = before !== undefined && easingCause(before, judgement) !== null
  return { kind: 'ease-now', reason: { kind: 'eases-at-once', cause, isTwice } } as const
}

function easesAfterTwo({ evidence, wanted, judgement }: SideCase) {
  const poor = evidence.slice(-3).filter((entry) => isPoor(entry, judgement) && isSince(entry, wanted))
  const entry = poor.at(-1)
  if (!entry || poor.length < judgement.notReached.timesOfThree) return null
  return {
    kind: 'ease',
    reason: { kind: 'poor', entry, times: poor.length, of: Math.min(3, evidence.length) },
  } as const
}

function asksForMore({ evidence, recent, last, wanted, school }: SideCase) {
  if (recent.length >= wanted.meetings) return null
  if (evidence.length < school.meetingsBeforeStep) {
    const meetings = school.meetingsBeforeStep
    return { kind: 'too-early', reason: { kind: 'too-few', entry: last, school: school.name, meetings } } as const
  }
  const { why, meetings } = wanted
  return { kind: 'stay', reason: { kind: 'more-proof', entry: last, why, meetings } } as const
}

function asksWhatWasNotNoted({ recent, last, wanted, judgement }: SideCase) {
  const missing = [
    ...(recent.some((entry) => lacksEffort(entry, wanted)) ? (['effort'] as const) : []),
    ...(recent.some((entry) => entry.form === null) ? (['form'] as const) : []),
  ]
  const isWorthAsking = recent.every((entry) => meetsRule(asBestNoted(entry), wanted, judgement))
  if (missing.length === 0 || !isWorthAsking) return null
  return { kind: 'ask', reason: { kind: 'not-noted', entry: last, missing, meetings: recent.length } } as const
}

function stepsUp({ evidence, recent, last, wanted, school, judgement }: SideCase) {
  if (!recent.every((entry) => meetsRule(entry, wanted, judgement))) return null
  const streak = evidence.length - 1 - evidence.findLastIndex((entry) => !meetsRule(entry, wanted, judgement))
  const isEarly = wanted.meetings < school.meetingsBeforeStep && streak === 1
  const reason: SideReason = isEarly ? { kind: 'very-easy', entry: last } : { kind: 'met', entry: last, streak }
  return { kind: 'step-up', reason } as const
}

function stays({ recent, last, wanted, judgement }: SideCase) {
  const entry = recent.findLast((other) => !meetsRule(other, wanted, judgement)) ?? last
  const shortfalls: Shortfall[] = [
    ...(entry.level !== null && entry.level < wanted.level ? (['lower-rung'] as const) : []),
    ...(isSince(entry, wanted) ? [] : (['before-turn'] as const)),
    ...(lacksEffort(entry, wanted) ? (['effort-not-noted'] as const) : []),
    ...(entry.form === null ? (['form-not-noted'] as const) : []),
  ]
  return { kind: 'stay', reason: { kind: 'not-met', entry, shortfalls } } as const
}

function lacksEffort(entry: Evidence, wanted: Wanted): boolean {
  return wanted.effortAtMost !== null && entry.effort === null
}

/** The entry as it would be if what is empty turned out well: tells a question worth asking from an idle one. */
function asBestNoted(entry: Evidence): Evidence {
  return { ...entry, effort: entry.effort ?? 0, form: entry.form ?? 'clean' }
}

function meetsRule(entry: Evidence, wanted: Wanted, judgement: Judgement): boolean {
  const easy = wanted.effortAtMost === null || (entry.effort !== null && entry.effort <= wanted.effortAtMost)
  // What was done on a lower rung, on a tired day, says nothing of this one.
  const isHere = (entry.level === null || entry.level >= wanted.level) && isSince(entry, wanted)
  const pain = entry.pain ?? 0
  const hasNotRisen = entry.arrivalPain === null || pain <= entry.arrivalPain || entry.painKind === 'pull'
  const calm = pain <= judgement.pain.stillSteps && hasNotRisen
  return isReached(entry) && isHere && entry.form === 'clean' && easy && calm
}

/** Whether an outcome is of the rung as it is dialled now. */
function isSince(entry: Evidence, { since }: Wanted): boolean {
  return since === null || entry.date > since
}

function nextLevel({ kind, isFar }: SideVerdict, level: number, rungs: readonly number[]): number {
  if (kind === 'step-up') return rungs.find((rung) => rung > level) ?? level
  if (!isEasing(kind)) return level
  const below = rungs.filter((rung) => rung < level)
  if (isFar && below.length > 1) return entryAt(below, below.length - 2)
  return Math.max(1, below.at(-1) ?? Math.min(level, rungs[0] ?? 1))
}
