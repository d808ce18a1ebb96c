import type { School } from '../catalogue/school'
import type { Tier } from '../catalogue/words'
import type { OutcomeEvent } from '../lead/outcome'

/** One outcome with what is needed to judge it. */
export interface Evidence {
  meetingId: string
  /** ISO date of the meeting. */
  date: string
  side: OutcomeEvent['side']
  level: number | null
  done: OutcomeEvent['done']
  target: number | null
  achieved: number | null
  unit: OutcomeEvent['unit']
  effort: number | null
  pain: number | null
  painKind: OutcomeEvent['painKind']
  form: OutcomeEvent['form']
  /** Pain on arrival that day; null: not asked. */
  arrivalPain: number | null
}

export type DecisionKind = 'ease-now' | 'ease' | 'ask' | 'step-up' | 'stay' | 'too-early'

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
}

const PAIN_THAT_EASES = 4
const PAIN_RISE_THAT_EASES = 2
const PAIN_THAT_STILL_STEPS = 2

/**
 * Decides for one person and movement what comes next: the weaker side decides.
 *
 * Ease now on sharp pain, on pain of 4 or more when arrival was under 4, on a rise of 2, or under a quarter of the
 * target. Ease when two of the last three were under half, slipped or had to be eased. Step up when the school's rule
 * is met on both sides. Ask where the amount is reached but effort or form is empty. Otherwise stay, or too early.
 *
 * @source ours, from common practice
 */
export function decide(question: Question): Decision {
  const sides = [...new Set(question.evidence.map((entry) => entry.side))]
  const verdicts = sides.map((side) => judgeSide(question.evidence.filter((entry) => entry.side === side), question.school, side))
  const verdict = verdicts.sort((a, b) => CAUTION.indexOf(a.kind) - CAUTION.indexOf(b.kind))[0]
    ?? { kind: 'too-early' as const, because: 'Nothing was recorded.', suggestClinician: false, streak: 0 }
  const { movement, tier, level: fromLevel, rungs } = question
  const toLevel = nextLevel(verdict.kind, fromLevel, rungs)
  const kind = verdict.kind === 'step-up' && toLevel === fromLevel ? 'stay' : verdict.kind
  const isAtEnd = (kind !== verdict.kind || kind === 'ease' || kind === 'ease-now') && toLevel === fromLevel
  const because = isAtEnd ? `${verdict.because} This is the ${kind === 'stay' ? 'highest' : 'lowest'} rung here.` : verdict.because
  return { ...verdict, kind, because, movement, tier, fromLevel, toLevel }
}

/** From the most careful to the least: where sides differ, the first one decides. */
const CAUTION: DecisionKind[] = ['ease-now', 'ease', 'too-early', 'stay', 'ask', 'step-up']

interface SideVerdict {
  kind: DecisionKind
  because: string
  suggestClinician: boolean
  streak: number
}

function judgeSide(evidence: Evidence[], school: School, side: Evidence['side']): SideVerdict {
  const where = side === 'both' ? '' : `${side === 'left' ? 'Left' : 'Right'}: `
  const last = evidence.at(-1)
  const say = (kind: DecisionKind, words: string, extra: Partial<SideVerdict> = {}): SideVerdict =>
    ({ kind, because: `${where}${words}`, suggestClinician: false, streak: 0, ...extra })
  if (!last) return say('too-early', 'nothing was recorded.')

  const now = easesNow(last)
  if (now !== null) {
    const before = evidence.at(-2)
    const twice = before !== undefined && easesNow(before) !== null
    return say('ease-now', twice ? `${now}, the second time running: leave it out until it is looked at.` : `${now}.`, { suggestClinician: twice })
  }
  const poor = evidence.slice(-3).filter(isPoor)
  if (poor.length >= 2) return say('ease', `${sentenceOf(poor.at(-1)!)}, ${poor.length} times of the last ${Math.min(3, evidence.length)}.`)

  const recent = evidence.slice(-school.meetingsBeforeStep)
  if (recent.length < school.meetingsBeforeStep) {
    return say('too-early', `${sentenceOf(last)}; ${school.name} looks at ${school.meetingsBeforeStep} meetings.`)
  }
  const missing = [recent.some((entry) => lacksEffort(entry, school)) ? 'effort' : '', recent.some((entry) => entry.form === null) ? 'form' : ''].filter((what) => what !== '')
  if (missing.length > 0 && recent.every((entry) => meetsRule(asBestNoted(entry), school))) {
    const when = recent.length === 1 ? '' : recent.length === 2 ? ' in both meetings' : ` in all ${recent.length} meetings`
    return say('ask', `${sentenceOf(last)}, but ${missing.join(' and ')} ${missing.length === 1 ? 'was' : 'were'} not noted${when}: ask next time.`)
  }
  if (recent.every((entry) => meetsRule(entry, school))) {
    const streak = evidence.length - 1 - evidence.findLastIndex((entry) => !meetsRule(entry, school))
    return say('step-up', `${sentenceOf(last)}, ${streak} meetings running.`, { streak })
  }
  return say('stay', `${sentenceOf(recent.findLast((entry) => !meetsRule(entry, school)) ?? last)}.`)
}

/** Why a single outcome eases at once, in words; null where it does not. A pull that eases with the breath is no pain. */
function easesNow(entry: Evidence): string | null {
  const pain = entry.painKind === 'pull' ? 0 : entry.pain ?? 0
  if (entry.painKind === 'sharp') return 'Sharp pain'
  if (pain >= PAIN_THAT_EASES && entry.arrivalPain !== null && entry.arrivalPain < PAIN_THAT_EASES) return `Pain ${pain} of 10, arrived with ${entry.arrivalPain}`
  if (pain >= PAIN_THAT_EASES && entry.arrivalPain === null) return `Pain ${pain} of 10`
  if (entry.arrivalPain !== null && pain >= entry.arrivalPain + PAIN_RISE_THAT_EASES && pain > 0) return `Pain rose from ${entry.arrivalPain} to ${pain}`
  if (shareOf(entry) < 0.25) return `${amountWords(entry)}, under a quarter`
  return null
}

function isPoor(entry: Evidence): boolean {
  return shareOf(entry) < 0.5 || entry.form === 'slipped' || entry.done === 'eased' || entry.done === 'stopped'
}

/** Achieved ÷ target; 1 where either was not recorded, since what is empty is no evidence. */
function shareOf(entry: Evidence): number {
  if (entry.achieved === null || entry.target === null || entry.target === 0) return 1
  return entry.achieved / entry.target
}

function isReached(entry: Evidence): boolean {
  return (entry.done === 'done' || entry.done === 'more') && entry.achieved !== null && shareOf(entry) >= 1
}

function lacksEffort(entry: Evidence, school: School): boolean {
  return school.effortAtMost !== null && entry.effort === null
}

/** The entry as it would be if what is empty turned out well: tells a question worth asking from an idle one. */
function asBestNoted(entry: Evidence): Evidence {
  return { ...entry, effort: entry.effort ?? 0, form: entry.form ?? 'clean' }
}

function meetsRule(entry: Evidence, school: School): boolean {
  const easy = school.effortAtMost === null || (entry.effort !== null && entry.effort <= school.effortAtMost)
  const pain = entry.pain ?? 0
  const calm = pain <= PAIN_THAT_STILL_STEPS && (entry.arrivalPain === null || pain <= entry.arrivalPain || entry.painKind === 'pull')
  return isReached(entry) && entry.form === 'clean' && easy && calm
}

function nextLevel(kind: DecisionKind, level: number, rungs: readonly number[]): number {
  if (kind === 'step-up') return rungs.find((rung) => rung > level) ?? level
  if (kind === 'ease' || kind === 'ease-now') return Math.max(1, rungs.findLast((rung) => rung < level) ?? Math.min(level, rungs[0] ?? 1))
  return level
}

function amountWords(entry: Evidence): string {
  const unit = entry.unit === 's' ? ' s' : ' repetitions'
  if (entry.achieved === null || entry.target === null) return DONE_WORDS[entry.done]
  return `${entry.achieved} of ${entry.target}${unit}`
}

const DONE_WORDS = { done: 'Done', partly: 'Partly done', eased: 'Eased', more: 'Did more', stopped: 'Stopped', 'not-done': 'Not done' }

function sentenceOf(entry: Evidence): string {
  const words = [entry.done === 'eased' && entry.achieved !== null ? `Eased, ${amountWords(entry)}` : amountWords(entry)]
  if (entry.effort !== null) words.push(`effort ${entry.effort}`)
  if (entry.form !== null) words.push(entry.form)
  if (entry.pain !== null && entry.pain > 0) words.push(`${entry.painKind === 'pull' ? 'a pull' : 'pain'} ${entry.pain}`)
  return [...new Set(words)].join(', ')
}
