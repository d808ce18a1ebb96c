import { z } from 'zod'
import type { School } from '../catalogue/school'
import type { Tier } from '../catalogue/words'
import { OutcomeEvent } from '../lead/outcome'

/** One outcome with what is needed to judge it. */
export const Evidence = OutcomeEvent.pick({
  side: true,
  level: true,
  done: true,
  target: true,
  achieved: true,
  unit: true,
  effort: true,
  pain: true,
  painKind: true,
  form: true,
}).extend({
  meetingId: z.string(),
  /** ISO date of the meeting. */
  date: z.string(),
  /** Pain on arrival that day; null: not asked. */
  arrivalPain: z.number().nullable(),
})
export type Evidence = z.infer<typeof Evidence>

export const DecisionKind = z.enum(['ease-now', 'ease', 'ask', 'step-up', 'stay', 'too-early'])
export type DecisionKind = z.infer<typeof DecisionKind>

/** Whether a decision makes something easier: refusing it needs a reason. */
export function isEasing(kind: DecisionKind): boolean {
  return kind === 'ease' || kind === 'ease-now'
}

export interface Decision {
  kind: DecisionKind
  movement: string
  tier: Tier
  fromLevel: number
  toLevel: number
  /** The evidence in a sentence. */
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
  /** ISO day of the last turn of a dial on this rung: what was done until then says nothing of it. */
  since?: string | null
}

/** Under this share of the target counts as not reached: twice of three eases; ours, tuned by the simulated population. */
const NOT_REACHED_SHARE = 0.8
/** Under this share one rung less would not be enough: two, since a true drop is met sooner than it is explained. */
const FAR_SHARE = 0.25
/** A rung that was tried so many meetings ago, or fewer, and not reached, takes more proof the next time; ours, tuned likewise. */
const TRIED_LATELY = 10
const TRIED_MEETINGS = 2
/** More proof where the next rung is two levels away. */
const WIDE_GAP_MEETINGS = 1
const WIDE_GAP_EFFORT = 2
/** In somebody's first meetings one very easy one is enough, to find the right level quickly. */
const FIRST_MEETINGS = 6
const VERY_EASY = 2
const PAIN_THAT_EASES = 4
const PAIN_RISE_THAT_EASES = 2
const PAIN_THAT_STILL_STEPS = 2

/**
 * Decides for one person and movement what comes next: the weaker side decides.
 *
 * Ease now on sharp pain, on pain of 4 or more when arrival was under 4, on a rise of 2, or, by two rungs, under a
 * quarter of the target. Ease when two of the last three were under four fifths, slipped or had to be eased. Step up
 * when the school's rule is met on both sides, with more proof where `askedFor` says so. Ask where the amount is reached
 * but effort or form is empty. Otherwise stay, or too early.
 *
 * @source ours, from common practice; tuned as docs/decisions/the-judgement.md says
 */
export function decide(question: Question): Decision {
  const sides = [...new Set(question.evidence.map((entry) => entry.side))]
  const verdicts = sides.map((side) =>
    judgeSide(
      question.evidence.filter((entry) => entry.side === side),
      askedFor(question, side),
      question.school,
      side,
    ),
  )
  const verdict = verdicts.sort((a, b) => CAUTION.indexOf(a.kind) - CAUTION.indexOf(b.kind))[0] ?? {
    kind: 'too-early' as const,
    because: 'Nothing was recorded.',
    suggestClinician: false,
    streak: 0,
  }
  const { movement, tier, level: fromLevel, rungs } = question
  const toLevel = nextLevel(verdict.kind, fromLevel, rungs, verdict.isFar)
  const kind = verdict.kind === 'step-up' && toLevel === fromLevel ? 'stay' : verdict.kind
  const isAtTop = kind !== verdict.kind
  const isAtBottom = (kind === 'ease' || kind === 'ease-now') && toLevel === fromLevel
  const because =
    isAtTop || isAtBottom
      ? `${verdict.because} This is the ${isAtTop ? 'highest' : 'lowest'} rung here.`
      : verdict.because
  const { isFar: _isFar, ...said } = verdict
  return { ...said, isAtTop, kind, because, movement, tier, fromLevel, toLevel }
}

/** From the most careful to the least: where sides differ, the first one decides. */
const CAUTION: DecisionKind[] = ['ease-now', 'ease', 'too-early', 'stay', 'ask', 'step-up']

interface SideVerdict {
  /** So far from the target that one rung would not be enough. */
  isFar?: boolean
  kind: DecisionKind
  because: string
  suggestClinician: boolean
  streak: number
}

/** What a step up takes here. */
interface Wanted {
  level: number
  meetings: number
  since: string | null
  effortAtMost: number | null
  /** Why it takes more than the school asks. */
  why: string
}

/**
 * How much evidence a step takes: the school's number of meetings; more where the next rung is two levels away, or where
 * it was tried lately and not reached; one meeting in somebody's first six, where it was very easy.
 */
function askedFor({ level, rungs, evidence, school, since = null }: Question, side: Evidence['side']): Wanted {
  const own = evidence.filter((entry) => entry.side === side)
  const gap = (rungs.find((rung) => rung > level) ?? level) - level
  const triedHigher = own.slice(-TRIED_LATELY).some((entry) => (entry.level ?? 0) > level && !isReached(entry))
  const last = own.at(-1)
  const isEasyStart =
    own.length <= FIRST_MEETINGS && gap === 1 && !triedHigher && last?.effort != null && last.effort <= VERY_EASY
  if (isEasyStart) return { level, since, meetings: 1, effortAtMost: school.effortAtMost, why: '' }
  return {
    level,
    since,
    meetings: school.meetingsBeforeStep + (gap > 1 ? WIDE_GAP_MEETINGS : 0) + (triedHigher ? TRIED_MEETINGS : 0),
    effortAtMost: gap > 1 ? Math.max(1, (school.effortAtMost ?? 10) - WIDE_GAP_EFFORT) : school.effortAtMost,
    why: triedHigher ? 'the next rung was tried lately and not reached' : 'the next rung is two levels away',
  }
}

function judgeSide(evidence: Evidence[], wanted: Wanted, school: School, side: Evidence['side']): SideVerdict {
  const where = side === 'both' ? '' : `${side === 'left' ? 'Left' : 'Right'}: `
  const last = evidence.at(-1)
  const say = (kind: DecisionKind, words: string, extra: Partial<SideVerdict> = {}): SideVerdict => ({
    kind,
    because: `${where}${words}`,
    suggestClinician: false,
    streak: 0,
    ...extra,
  })
  if (!last) return say('too-early', 'nothing was recorded.')

  const now = easesNow(last)
  if (now !== null) {
    const before = evidence.at(-2)
    const twice = before !== undefined && easesNow(before) !== null
    const isFar = shareOf(last) < FAR_SHARE
    return say('ease-now', twice ? `${now}, the second time running: leave it out until it is looked at.` : `${now}.`, {
      suggestClinician: twice,
      isFar,
    })
  }
  const poor = evidence.slice(-3).filter((entry) => isPoor(entry) && isSince(entry, wanted))
  if (poor.length >= 2)
    return say('ease', `${sentenceOf(poor.at(-1)!)}, ${poor.length} times of the last ${Math.min(3, evidence.length)}.`)

  const recent = evidence.slice(-wanted.meetings)
  if (evidence.length < school.meetingsBeforeStep && recent.length < wanted.meetings) {
    return say('too-early', `${sentenceOf(last)}; ${school.name} looks at ${school.meetingsBeforeStep} meetings.`)
  }
  if (recent.length < wanted.meetings)
    return say('stay', `${sentenceOf(last)}; ${wanted.why}: ${wanted.meetings} meetings are looked at.`)
  const meets = (entry: Evidence) => meetsRule(entry, wanted)
  const missing = [
    recent.some((entry) => lacksEffort(entry, wanted)) ? 'effort' : '',
    recent.some((entry) => entry.form === null) ? 'form' : '',
  ].filter((what) => what !== '')
  if (missing.length > 0 && recent.every((entry) => meets(asBestNoted(entry)))) {
    const when =
      recent.length === 1 ? '' : recent.length === 2 ? ' in both meetings' : ` in all ${recent.length} meetings`
    return say(
      'ask',
      `${sentenceOf(last)}, but ${missing.join(' and ')} ${missing.length === 1 ? 'was' : 'were'} not noted${when}: ask next time.`,
    )
  }
  if (recent.every(meets)) {
    const streak = evidence.length - 1 - evidence.findLastIndex((entry) => !meets(entry))
    return say(
      'step-up',
      streak === 1
        ? `${sentenceOf(last)}: very easy in the first meetings.`
        : `${sentenceOf(last)}, ${streak} meetings running.`,
      { streak },
    )
  }
  const failing = recent.findLast((entry) => !meets(entry)) ?? last
  const why = [
    failing.level !== null && failing.level < wanted.level ? 'on a lower rung' : '',
    isSince(failing, wanted) ? '' : 'before the last turn',
    lacksEffort(failing, wanted) ? 'effort not noted' : '',
    failing.form === null ? 'form not noted' : '',
  ].filter((words) => words !== '')
  return say('stay', `${[sentenceOf(failing), ...why].join(', ')}.`)
}

/** Why a single outcome eases at once, in words; null where it does not. A pull that eases with the breath is no pain. */
function easesNow(entry: Evidence): string | null {
  const pain = entry.painKind === 'pull' ? 0 : (entry.pain ?? 0)
  if (entry.painKind === 'sharp') return 'Sharp pain'
  if (pain >= PAIN_THAT_EASES && entry.arrivalPain !== null && entry.arrivalPain < PAIN_THAT_EASES)
    return `Pain ${pain} of 10, arrived with ${entry.arrivalPain}`
  if (pain >= PAIN_THAT_EASES && entry.arrivalPain === null) return `Pain ${pain} of 10`
  if (entry.arrivalPain !== null && pain >= entry.arrivalPain + PAIN_RISE_THAT_EASES && pain > 0)
    return `Pain rose from ${entry.arrivalPain} to ${pain}`
  if (shareOf(entry) < FAR_SHARE) return `${amountWords(entry)}, under a quarter`
  return null
}

function isPoor(entry: Evidence): boolean {
  return (
    shareOf(entry) < NOT_REACHED_SHARE || entry.form === 'slipped' || entry.done === 'eased' || entry.done === 'stopped'
  )
}

/** Achieved ÷ target; 1 where either was not recorded, since what is empty is no evidence. */
function shareOf(entry: Evidence): number {
  if (entry.achieved === null || entry.target === null || entry.target === 0) return 1
  return entry.achieved / entry.target
}

function isReached(entry: Evidence): boolean {
  return (entry.done === 'done' || entry.done === 'more') && entry.achieved !== null && shareOf(entry) >= 1
}

function lacksEffort(entry: Evidence, wanted: Wanted): boolean {
  return wanted.effortAtMost !== null && entry.effort === null
}

/** The entry as it would be if what is empty turned out well: tells a question worth asking from an idle one. */
function asBestNoted(entry: Evidence): Evidence {
  return { ...entry, effort: entry.effort ?? 0, form: entry.form ?? 'clean' }
}

function meetsRule(entry: Evidence, wanted: Wanted): boolean {
  const easy = wanted.effortAtMost === null || (entry.effort !== null && entry.effort <= wanted.effortAtMost)
  // What was done on a lower rung, on a tired day, says nothing of this one.
  const isHere = (entry.level === null || entry.level >= wanted.level) && isSince(entry, wanted)
  const pain = entry.pain ?? 0
  const calm =
    pain <= PAIN_THAT_STILL_STEPS &&
    (entry.arrivalPain === null || pain <= entry.arrivalPain || entry.painKind === 'pull')
  return isReached(entry) && isHere && entry.form === 'clean' && easy && calm
}

/** Whether an outcome is of the rung as it is dialled now. */
function isSince(entry: Evidence, { since }: Wanted): boolean {
  return since === null || entry.date > since
}

function nextLevel(kind: DecisionKind, level: number, rungs: readonly number[], isFar = false): number {
  if (kind === 'step-up') return rungs.find((rung) => rung > level) ?? level
  const below = rungs.filter((rung) => rung < level)
  if (kind === 'ease-now' && isFar && below.length > 1) return below.at(-2)!
  if (kind === 'ease' || kind === 'ease-now') return Math.max(1, below.at(-1) ?? Math.min(level, rungs[0] ?? 1))
  return level
}

function amountWords(entry: Evidence): string {
  const unit = entry.unit === 's' ? ' s' : ' repetitions'
  if (entry.achieved === null || entry.target === null) return DONE_WORDS[entry.done]
  return `${entry.achieved} of ${entry.target}${unit}`
}

const DONE_WORDS = {
  noted: 'Noted',
  done: 'Done',
  partly: 'Partly done',
  eased: 'Eased',
  more: 'Did more',
  stopped: 'Stopped',
  'not-done': 'Not done',
}

function sentenceOf(entry: Evidence): string {
  const words = [
    entry.done === 'eased' && entry.achieved !== null ? `Eased, ${amountWords(entry)}` : amountWords(entry),
  ]
  if (entry.effort !== null) words.push(`effort ${entry.effort}`)
  if (entry.form !== null) words.push(entry.form)
  if (entry.pain !== null && entry.pain > 0)
    words.push(`${entry.painKind === 'pull' ? 'a pull' : 'pain'} ${entry.pain}`)
  return [...new Set(words)].join(', ')
}
