import { capital, chanceWords, joined } from '../sentence'
import type { EasingCause, Hindrance } from './easing'
import type { Evidence } from './evidence'

/** What keeps an outcome from meeting a school's rule, where the amount does not say it. */
export type Shortfall = 'lower-rung' | 'before-turn' | 'effort-not-noted' | 'form-not-noted'

/** Why a side is decided as it is. */
export type SideReason =
  | { kind: 'nothing-recorded' }
  | { kind: 'eases-at-once'; cause: EasingCause; isTwice: boolean }
  | { kind: 'poor'; entry: Evidence; times: number; of: number }
  | { kind: 'too-few'; entry: Evidence; school: string; meetings: number }
  | { kind: 'more-proof'; entry: Evidence; why: 'tried-lately' | 'wide-gap'; meetings: number }
  | { kind: 'not-noted'; entry: Evidence; missing: ('effort' | 'form')[]; meetings: number }
  | { kind: 'very-easy'; entry: Evidence }
  | { kind: 'met'; entry: Evidence; streak: number }
  | { kind: 'within-reach'; entry: Evidence; level: number; isDial: boolean; chance: number }
  | { kind: 'rule-met'; entry: Evidence; meetings: number; level: number; isDial: boolean; chance: number }
  | { kind: 'not-yet'; entry: Evidence; level: number; chance: number }
  | { kind: 'out-of-reach'; entry: Evidence; chance: number }
  | { kind: 'hindered'; entry: Evidence; by: Hindrance }
  | { kind: 'not-met'; entry: Evidence; shortfalls: Shortfall[] }

/** What is added to a reason once the ladder, the month and the other movements are looked at. */
export type DecisionNote =
  | { kind: 'highest-rung' }
  | { kind: 'lowest-rung' }
  | { kind: 'first-month'; school: string }
  | { kind: 'record'; achieved: number; unit: Evidence['unit'] }
  | { kind: 'steps-enough'; atMost: number }
  | { kind: 'region-steps' }
  | { kind: 'by-hand-only'; fact: string }
  | { kind: 'effort-not-asked'; fact: string }

/** A side's reason, or that there was none to judge; with what was added. */
export interface DecisionReason {
  side: Evidence['side']
  reason: SideReason
  notes: readonly DecisionNote[]
}

/**
 * The reason as sentences that can be said to a participant.
 *
 * @example
 * becauseOf({ side: 'left', reason: { kind: 'nothing-recorded' }, notes: [] }) // 'Left: nothing was recorded.'
 */
export function becauseOf({ side, reason, notes }: DecisionReason): string {
  const words = reasonWords(reason, side)
  const said = side === 'both' ? words : `${SIDE_WORDS[side]}${words.charAt(0).toLowerCase()}${words.slice(1)}`
  return [said, ...notes.map(noteWords)].join(' ')
}

const SIDE_WORDS: Record<Evidence['side'], string> = { both: '', left: 'Left: ', right: 'Right: ' }

function reasonWords(reason: SideReason, side: Evidence['side']): string {
  switch (reason.kind) {
    case 'nothing-recorded':
      return side === 'both' ? 'Nothing was recorded.' : 'nothing was recorded.'
    case 'eases-at-once':
      return reason.isTwice ? `${causeWords(reason.cause)}, the second time running.` : `${causeWords(reason.cause)}.`
    case 'poor':
      return `${entryWords(reason.entry)}, ${reason.times} times of the last ${reason.of}.`
    case 'too-few':
      return `${entryWords(reason.entry)}; ${reason.school} looks at ${reason.meetings} meetings.`
    case 'more-proof':
      return `${entryWords(reason.entry)}; ${PROOF_WORDS[reason.why]}: ${reason.meetings} meetings are looked at.`
    case 'not-noted':
      return (
        `${entryWords(reason.entry)}, but ` +
        `${missingWords(reason.missing)}${meetingsWords(reason.meetings)}: ask next time.`
      )
    case 'very-easy':
      return `${entryWords(reason.entry)}: very easy in the first meetings.`
    case 'met':
      return `${entryWords(reason.entry)}, ${timesRunning(reason.streak)}${
        reason.streak === 1 ? ': enough in this school' : ''
      }.`
    case 'within-reach':
      return (
        `${capital(nextWords(reason))} is within reach, ${chanceWords(reason.chance)}; ` +
        `what says so last: ${entryWords(reason.entry)}.`
      )
    case 'rule-met':
      return (
        `${entryWords(reason.entry)}, ${timesRunning(reason.meetings)}: this school’s rule is met, ` +
        `and ${nextWords(reason)} is within reach ${chanceWords(reason.chance)}, which is enough then.`
      )
    case 'not-yet':
      return `${entryWords(reason.entry)}; what comes next is within reach ${chanceWords(reason.chance)} so far.`
    case 'out-of-reach':
      return `${entryWords(reason.entry)}; this rung is within reach ${chanceWords(reason.chance)} now.`
    case 'hindered':
      return `${entryWords(reason.entry)}${HINDRANCE_WORDS[reason.by]}.`
    case 'not-met':
      return `${[entryWords(reason.entry), ...reason.shortfalls.map((one) => SHORTFALL_WORDS[one])].join(', ')}.`
  }
}

function timesRunning(meetings: number): string {
  return meetings === 1 ? 'once' : `${meetings} meetings running`
}

function nextWords({ level, isDial }: { level: number; isDial: boolean }): string {
  return isDial ? 'the next step' : `level ${level}`
}

const HINDRANCE_WORDS: Record<Hindrance, string> = {
  'not-reached': ': not in full',
  slipped: ': form comes first',
  uneven: ': an even press comes first',
  hand: ': a hand was needed',
  pinch: ': a pinch never steps',
  'pain-above-usual': ': above the usual, so it waits for how they are after it',
  effort: ': not easy yet',
}

function missingWords(missing: readonly string[]): string {
  return `${missing.join(' and ')} ${missing.length === 1 ? 'was' : 'were'} not noted`
}

const PROOF_WORDS = {
  'tried-lately': 'the next rung was tried lately and not reached',
  'wide-gap': 'the next rung is two levels away',
} as const

const SHORTFALL_WORDS: Record<Shortfall, string> = {
  'lower-rung': 'on a lower rung',
  'before-turn': 'before the last turn',
  'effort-not-noted': 'effort not noted',
  'form-not-noted': 'form not noted',
}

function meetingsWords(meetings: number): string {
  if (meetings === 1) return ''
  return meetings === 2 ? ' in both meetings' : ` in all ${meetings} meetings`
}

function causeWords(cause: EasingCause): string {
  switch (cause.kind) {
    case 'sharp-pain':
      return 'Sharp pain'
    case 'pain':
      return cause.arrivalPain === null
        ? `Pain ${cause.pain} of 10`
        : `Pain ${cause.pain} of 10, arrived with ${cause.arrivalPain}`
    case 'pain-rose':
      return `Pain rose from ${cause.arrivalPain} to ${cause.pain}`
    case 'stopped':
      return 'Stopped'
    case 'far-off':
      return `${achievedWords(cause.entry)}, under a quarter`
  }
}

function noteWords(note: DecisionNote): string {
  switch (note.kind) {
    case 'highest-rung':
      return 'This is the highest rung here.'
    case 'lowest-rung':
      return 'This is the lowest rung here.'
    case 'first-month':
      return `In the first month nobody goes to the limit: judged as ${note.school}.`
    case 'record':
      return `Record: ${note.achieved}${unitWords(note.unit)}.`
    case 'by-hand-only':
      return `${note.fact}: no step up is proposed; it is taken by hand.`
    case 'effort-not-asked':
      return `${note.fact}: effort is not asked; form and hand decide.`
    case 'region-steps':
      return 'One step for a part of the body is enough for one meeting.'
    case 'steps-enough':
      return `${COUNTS[note.atMost] ?? note.atMost} steps are enough for one meeting.`
  }
}

const COUNTS: Record<number, string> = { 1: 'One', 2: 'Two', 3: 'Three', 4: 'Four' }

function unitWords(unit: Evidence['unit']): string {
  return unit === 's' ? ' s' : ' repetitions'
}

function achievedWords(entry: Evidence): string {
  if (entry.achieved === null || entry.target === null) return OUTCOME_WORDS[entry.done]
  return `${entry.achieved} of ${entry.target}${unitWords(entry.unit)}`
}

/** What was done, in a word or two: as Reflect says it. */
export const OUTCOME_WORDS: Record<Evidence['done'], string> = {
  noted: 'Noted',
  done: 'Done',
  partly: 'Partly done',
  eased: 'Eased',
  more: 'Did more',
  stopped: 'Stopped',
  'not-done': 'Not done',
}

const WHY_WORDS: Record<NonNullable<Evidence['why']>, string> = {
  pain: 'it hurt',
  effort: 'too much',
  dizzy: 'dizzy',
  interrupted: 'called away',
}

/**
 * What was noted in one meeting, as a sentence says it.
 *
 * @example
 * entryWords({ ...entry, effort: 3, form: 'clean' }) // '30 of 30 s, effort 3, clean'
 */
export function entryWords(entry: Evidence): string {
  const words = [
    entry.done === 'eased' && entry.achieved !== null ? `Eased, ${achievedWords(entry)}` : achievedWords(entry),
  ]
  if (entry.effort !== null) words.push(`effort ${entry.effort}`)
  else if (entry.feel !== null) words.push(entry.feel)
  if (entry.form !== null) words.push(entry.form)
  if (entry.evenness && entry.evenness.by !== 'simulated')
    words.push(`pressed evenly ${Math.round(100 * entry.evenness.inBand)} % of the time`)
  if (entry.support === 'hand') words.push('with a hand')
  if (entry.why !== null) words.push(WHY_WORDS[entry.why])
  if (entry.pain !== null && entry.pain > 0)
    words.push(`${entry.painKind === 'pull' ? 'a pull' : 'pain'} ${entry.pain}`)
  return joined([...new Set(words)])
}
