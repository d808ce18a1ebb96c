import { differenceInCalendarDays, parseISO } from 'date-fns'
import type { Catalogue, Variation } from '../catalogue/catalogue'
import { SchoolId, type Tier } from '../catalogue/words'
import type { OutcomeEvent } from '../lead/outcome'
import type { Given } from '../offer/dials'
import { storedLevel } from '../offer/offerFor'
import type { DialSetting, Person } from '../offer/person'
import { decide, type Decision, type Evidence } from './decide'
import { nextTurn, turnBack, type DialTurn } from './turn'

/** An outcome with its meeting: the raw material of reflection. */
export interface DatedOutcome extends OutcomeEvent {
  meetingId: string
  /** ISO date of the meeting. */
  date: string
  arrivalPain: number | null
}

/** A decision with the step it is: one dial, or the level. */
export interface Step extends Decision {
  blockId: string
  school: SchoolId
  /** The dial that is turned; null: the level changes, or nothing does. */
  turn: DialTurn | null
  /** Time, rounds or repetitions earned beyond what the block gives; null: none. */
  earned: DialTurn | null
  /** The last meetings' outcomes that it rests on, oldest first. */
  recent: Evidence[]
}

/** What a block of the meeting's plan asked of a tier. */
export interface BlockToday {
  school: SchoolId
  /** null: the block has left the plan. */
  given: Given | null
}

/** How long somebody has been coming. */
export interface History {
  /** Meetings in which something was noted of them. */
  meetings: number
  /** ISO day of the first one. */
  firstOn: string
}

function historyIn(outcomes: readonly DatedOutcome[]): History {
  return { meetings: new Set(outcomes.map((outcome) => outcome.meetingId)).size, firstOn: outcomes[0]?.date ?? '' }
}

/** What is older says nothing of a level any more; ours, days. */
export const EVIDENCE_DAYS = 182

/** At most this many steps up a person and meeting; practice. */
const STEPS_A_MEETING = 3
/** In somebody's first meetings a step is a whole level, to find the right one quickly; practice. */
const WHOLE_LEVEL_MEETINGS = 6
/** In the first month nobody goes to the limit; practice. */
const FIRST_MONTH_DAYS = 28
const SHOWN_MEETINGS = 4

/**
 * All decisions for one person after a meeting: one a movement and tier that was done in it. A step turns one dial, in
 * the rung's order; once all are at their end, and in the first six meetings, it is a level. An ease turns the last dial
 * back where one was turned on this rung; ease at once is always a level.
 *
 * @param blockIn the school whose rule holds for this person in a block, and the dose their tier was given
 * @param outcomes folded outcomes of this person, of this and earlier meetings, oldest first
 * @param history how long somebody has been coming, where `outcomes` do not reach back to the first meeting
 * @returns at most three of them steps; the longest streaks step first
 */
export function reflectOn(
  meetingId: string,
  person: Person,
  outcomes: readonly DatedOutcome[],
  blockIn: (blockId: string, tier: Tier) => BlockToday,
  catalogue: Catalogue,
  history = historyIn(outcomes),
): Step[] {
  const today = outcomes.filter((outcome) => outcome.meetingId === meetingId && outcome.done !== 'not-done')
  const keys = new Map(today.map((outcome) => [`${outcome.movement} ${outcome.tier}`, outcome]))
  const isFirstMonth =
    today.length > 0 && differenceInCalendarDays(parseISO(today[0]!.date), parseISO(history.firstOn)) < FIRST_MONTH_DAYS
  const decisions = [...keys.values()].flatMap(({ movement, tier, blockId }): Step[] => {
    const asked = blockIn(blockId, tier)
    const schoolId = isFirstMonth && asked.school === 'measured-load' ? 'dwell' : asked.school
    const school = catalogue.schools.get(schoolId)!
    const ladder = catalogue.movements.get(movement)?.ladders[tier] ?? []
    const evidence = evidenceIn(outcomes).get(`${movement} ${tier}`) ?? []
    const level =
      storedLevel(person, movement, tier, 'both') ?? evidence.findLast((entry) => entry.level !== null)?.level ?? null
    if (level === null) return []
    const settings = person.dials.filter((setting) => setting.movement === movement && setting.tier === tier)
    const since =
      settings
        .map((setting) => setting.since)
        .sort()
        .at(-1) ?? null
    const decision = decide({ movement, tier, level, rungs: ladder.map((rung) => rung.level), evidence, school, since })
    const rung = ladder.find((one) => one.level === level)
    const shown = [...new Set(evidence.map((entry) => entry.meetingId))].slice(-SHOWN_MEETINGS)
    const step: Step = {
      ...decision,
      blockId,
      school: schoolId,
      turn: null,
      earned: null,
      recent: evidence.filter((entry) => shown.includes(entry.meetingId)),
    }
    if (schoolId !== asked.school)
      step.because = `${step.because} In the first month nobody goes to the limit: judged as ${school.name}.`
    const withRecord =
      schoolId === 'measured-load' && step.kind === 'stay'
        ? { ...step, because: `${step.because}${recordWords(evidence, level)}` }
        : step
    return [
      rung ? turned(withRecord, rung, settings, asked.given, history.meetings <= WHOLE_LEVEL_MEETINGS) : withRecord,
    ]
  })
  return withinSteps(decisions)
}

/** The step as a turn of one dial where there is one to turn. */
function turned(
  step: Step,
  rung: Variation,
  settings: readonly DialSetting[],
  given: Given | null,
  isWholeLevel: boolean,
): Step {
  if (step.kind === 'ease') {
    const turn = turnBack(rung, settings, given)
    return turn ? { ...step, turn, toLevel: step.fromLevel } : step
  }
  const isStep = step.kind === 'step-up' || (step.kind === 'stay' && step.isAtTop)
  if (!isStep || isWholeLevel) return step
  const { turn, earned } = nextTurn(rung, settings, given, step.school)
  if (turn)
    return {
      ...step,
      kind: 'step-up',
      because: step.because.replace(HIGHEST, ''),
      turn,
      earned,
      toLevel: step.fromLevel,
    }
  return { ...step, earned }
}

const HIGHEST = ' This is the highest rung here.'

/** The record of a set that was not done in full: its second, or repetition, is the record. */
function recordWords(evidence: readonly Evidence[], level: number): string {
  const here = evidence.filter((entry) => entry.level === level && entry.achieved !== null)
  const best = here.length === 0 ? null : here.reduce((a, b) => (b.achieved! > a.achieved! ? b : a))
  return best === null ? '' : ` Record: ${best.achieved}${best.unit === 's' ? ' s' : ' repetitions'}.`
}

const sorted = new WeakMap<readonly DatedOutcome[], Map<string, Evidence[]>>()

/**
 * Evidence by movement and tier: one entry a meeting and side; where a movement came twice in a meeting, the harder
 * outcome to like counts. Six schools look at the same outcomes, so they are sorted out once.
 */
function evidenceIn(outcomes: readonly DatedOutcome[]): Map<string, Evidence[]> {
  const before = sorted.get(outcomes)
  if (before) return before
  const entries = new Map<string, Map<string, Evidence>>()
  for (const outcome of outcomes) {
    if (outcome.done === 'not-done') continue
    const ladder = `${outcome.movement} ${outcome.tier}`
    let own = entries.get(ladder)
    if (!own) entries.set(ladder, (own = new Map()))
    const key = `${outcome.meetingId} ${outcome.side}`
    const known = own.get(key)
    if (known && (known.achieved ?? Infinity) <= (outcome.achieved ?? Infinity)) continue
    const { meetingId, date, side, level, done, target, achieved, unit, effort, pain, painKind, form, arrivalPain } =
      outcome
    own.set(key, {
      meetingId,
      date,
      side,
      level,
      done,
      target,
      achieved,
      unit,
      effort,
      pain,
      painKind,
      form,
      arrivalPain,
    })
  }
  const found = new Map([...entries].map(([ladder, own]) => [ladder, [...own.values()]]))
  sorted.set(outcomes, found)
  return found
}

function withinSteps(decisions: Step[]): Step[] {
  const first = decisions
    .filter((decision) => decision.kind === 'step-up')
    .sort((a, b) => b.streak - a.streak)
    .slice(0, STEPS_A_MEETING)
  return decisions.map((decision) =>
    decision.kind !== 'step-up' || first.includes(decision)
      ? decision
      : {
          ...decision,
          kind: 'stay',
          turn: null,
          toLevel: decision.fromLevel,
          because: `${decision.because} Three steps are enough for one meeting.`,
        },
  )
}
