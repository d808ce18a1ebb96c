import { lastOf } from '../entries'
import type { Question, SideStanding, Verdict } from './question'
import type { Shortfall } from './decisionWords'
import { hindrance } from './easing'
import { isPoor, isReached, type Evidence } from './evidence'
import { effortAtMost } from './effortAtMost'

/** What a step up takes here. */
interface Wanted {
  level: number
  meetings: number
  since: string | null
  effortAtMost: number | null
  /** Why it takes more than the school asks. */
  why: 'tried-lately' | 'wide-gap'
}

/**
 * Whether a side is eased by counting: two of the last three on this rung were well short, slipped or had to be eased.
 * What was poor on a rung above says nothing of this one.
 *
 * @example
 * countingEases(question.sides[0], question) // null
 */
export function countingEases(own: SideStanding, { judgement, ladder }: Question): Verdict | null {
  const here = own.evidence.filter((entry) => (entry.level ?? own.level) <= own.level && isSince(entry, own.since))
  const last = here.slice(-3)
  const poor = last.filter((entry) => isPoor(entry, judgement))
  const entry = poor.at(-1)
  if (!entry || poor.length < judgement.notReached.timesOfThree) return null
  const lower = ladder.findLast((rung) => rung.level < own.level)
  const isDial = Object.keys(own.dials).length > 0
  return {
    kind: 'ease',
    side: own.side,
    fromLevel: own.level,
    toLevel: isDial ? own.level : (lower?.level ?? own.level),
    by: 'counting',
    reason: { kind: 'poor', entry, times: poor.length, of: last.length },
    streak: 0,
    isDial,
  }
}

/**
 * What counting says of a step: up where the school's rule was met in so many meetings running, more of them where the
 * next rung is two levels away or was tried lately and not reached; one very easy one in the first meetings. A meeting
 * of which effort or form is not known neither counts nor breaks the run.
 *
 * @example
 * countingSteps(question.sides[0], question).kind // 'step-up'
 */
export function countingSteps(own: SideStanding, question: Question): Verdict {
  const wanted = askedFor(own, question)
  const whole = own.evidence.filter((entry) => !lacksNotes(entry, wanted) || isAgainst(entry, wanted, question))
  const recent = whole.slice(-wanted.meetings)
  const said = {
    side: own.side,
    fromLevel: own.level,
    toLevel: own.level,
    by: 'counting',
    streak: 0,
    isDial: false,
  } as const
  const last = lastOf(own.evidence)
  if (recent.length >= wanted.meetings && recent.every((entry) => meetsRule(entry, wanted, question)))
    return stepsUp(own, whole, wanted, question)
  if (recent.length < wanted.meetings && isWorthAsking(own.evidence, wanted, question))
    return {
      ...said,
      kind: 'ask',
      reason: { kind: 'not-noted', entry: last, missing: missingIn(own.evidence, wanted), meetings: 1 },
    }
  if (own.evidence.length < question.school.meetingsBeforeStep) {
    const { meetingsBeforeStep: meetings, name } = question.school
    return { ...said, kind: 'too-early', reason: { kind: 'too-few', entry: last, school: name, meetings } }
  }
  if (recent.length < wanted.meetings && recent.every((entry) => meetsRule(entry, wanted, question)))
    return {
      ...said,
      kind: 'stay',
      reason: { kind: 'more-proof', entry: last, why: wanted.why, meetings: wanted.meetings },
    }
  const entry = recent.findLast((other) => !meetsRule(other, wanted, question)) ?? last
  return { ...said, kind: 'stay', reason: { kind: 'not-met', entry, shortfalls: shortfallsOf(entry, wanted) } }
}

function stepsUp(own: SideStanding, whole: readonly Evidence[], wanted: Wanted, question: Question): Verdict {
  const streak = whole.length - 1 - whole.findLastIndex((entry) => !meetsRule(entry, wanted, question))
  const isEarly = wanted.meetings < question.school.meetingsBeforeStep && streak === 1
  const entry = lastOf(whole)
  const next = question.ladder.find((rung) => rung.level > own.level)
  const isDial = question.nextDials !== null
  return {
    kind: 'step-up',
    side: own.side,
    fromLevel: own.level,
    toLevel: isDial ? own.level : (next?.level ?? own.level),
    by: 'counting',
    reason: isEarly ? { kind: 'very-easy', entry } : { kind: 'met', entry, streak },
    streak,
    isDial,
  }
}

function askedFor({ level, since, evidence }: SideStanding, question: Question): Wanted {
  const { ladder, school, judgement } = question
  const { proof, first } = judgement
  const next = ladder.find((rung) => rung.level > level)
  const gap = (next?.level ?? level) - level
  const isWide = gap > 1
  const triedHigher = evidence.slice(-proof.triedLately).some((entry) => (entry.level ?? 0) > level && !wentWell(entry))
  const effort = evidence.at(-1)?.effort ?? null
  const isVeryEasy = effort !== null && effort <= first.veryEasyEffort
  const why = triedHigher ? 'tried-lately' : 'wide-gap'
  const cap = effortAtMost(question)
  if (evidence.length <= first.meetings && gap === 1 && !triedHigher && isVeryEasy && !question.isCareful)
    return { level, since, meetings: 1, effortAtMost: cap, why }
  return {
    level,
    since,
    meetings:
      school.meetingsBeforeStep + (isWide ? proof.wideGapMeetings : 0) + (triedHigher ? proof.triedMeetings : 0),
    effortAtMost: isWide ? Math.max(1, (cap ?? 10) - proof.wideGapEffort) : cap,
    why,
  }
}

/** Reached, and without what hurt: a rung that hurt was not reached, however long it was held. */
function wentWell(entry: Evidence): boolean {
  return isReached(entry) && entry.painKind !== 'sharp' && entry.painKind !== 'pinch'
}

function meetsRule(entry: Evidence, wanted: Wanted, question: Question): boolean {
  return isHere(entry, wanted) && !lacksNotes(entry, wanted) && !isAgainst(entry, wanted, question)
}

/**
 * What was done on a lower rung, on a tired day, says nothing of this one; nor what was done before a dial was turned.
 */
function isHere(entry: Evidence, { level, since }: Wanted): boolean {
  return (entry.level === null || entry.level >= level) && isSince(entry, since)
}

function isSince(entry: Evidence, since: string | null): boolean {
  return since === null || entry.date > since
}

function isAgainst(entry: Evidence, wanted: Wanted, { judgement }: Question): boolean {
  return hindrance(entry, wanted.effortAtMost, judgement) !== null
}

function lacksNotes(entry: Evidence, wanted: Wanted): boolean {
  const isSaid = entry.effort !== null || entry.feel !== null
  return entry.isGroup || entry.done === 'noted' || entry.form === null || (wanted.effortAtMost !== null && !isSaid)
}

/** Whether the answers that are missing would make the run whole, and today is one of them. */
function isWorthAsking(evidence: readonly Evidence[], wanted: Wanted, question: Question): boolean {
  const recent = evidence.slice(-wanted.meetings)
  const last = recent.at(-1)
  return (
    last !== undefined &&
    lacksNotes(last, wanted) &&
    recent.length === wanted.meetings &&
    recent.every((entry) => isHere(entry, wanted) && !isAgainst(entry, wanted, question) && isReached(entry))
  )
}

function missingIn(evidence: readonly Evidence[], wanted: Wanted): ('effort' | 'form')[] {
  const last = lastOf(evidence)
  return [
    ...(wanted.effortAtMost !== null && last.effort === null ? (['effort'] as const) : []),
    ...(last.form === null ? (['form'] as const) : []),
  ]
}

function shortfallsOf(entry: Evidence, wanted: Wanted): Shortfall[] {
  return [
    ...(entry.level !== null && entry.level < wanted.level ? (['lower-rung'] as const) : []),
    ...(isSince(entry, wanted.since) ? [] : (['before-turn'] as const)),
    ...(wanted.effortAtMost !== null && entry.effort === null ? (['effort-not-noted'] as const) : []),
    ...(entry.form === null ? (['form-not-noted'] as const) : []),
  ]
}
