import { entryOf } from '../entries'
import { differenceInCalendarDays, parseISO } from 'date-fns'
import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { SchoolId, Tier } from '../catalogue/words'
import type { Given } from '../offer/dials'
import { doseOn, withinFacts } from '../offer/doseOn'
import { factsOf } from '../offer/facts'
import { storedLevel } from '../offer/levels'
import { isOfTheBody, type OwnDose } from '../offer/ownDose'
import type { DialSetting, Person } from '../offer/person'
import { evidenceIn, type DatedOutcome } from './datedOutcome'
import { decide, type Decision } from './decide'
import { becauseOf, type DecisionNote } from './decisionWords'
import type { Evidence } from './evidence'
import { nextTurn, turnBack, type DialTurn } from './turn'

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

/** One person with all that reflection looks at. */
export interface Reflected {
  person: Person
  /** Folded outcomes of this person, of this and earlier meetings, oldest first. */
  outcomes: readonly DatedOutcome[]
  /** The school whose rule holds for this person in a block, and the dose their tier was given. */
  blockIn: (blockId: string, tier: Tier) => BlockToday
  /** Where `outcomes` do not reach back to the first meeting. */
  history?: History | undefined
}

function historyIn(outcomes: readonly DatedOutcome[]): History {
  return { meetings: new Set(outcomes.map((outcome) => outcome.meetingId)).size, firstOn: outcomes[0]?.date ?? '' }
}

const SHOWN_MEETINGS = 4

/**
 * All decisions for one person after a meeting: one a movement and tier that was done in it. A step turns one dial, in
 * the rung's order; once all are at their end, and in the first six meetings, it is a level. An ease turns the last
 * dial
 * back where one was turned on this rung; ease at once is always a level.
 *
 * @returns at most three of them steps; the longest streaks step first
 * @example
 * reflectOn('m', { person: ann, outcomes: [], blockIn: blockToday(plan, ann) }, catalogue) // []
 */
export function reflectOn(meetingId: string, reflected: Reflected, catalogue: Catalogue): Step[] {
  const { outcomes, history = historyIn(outcomes) } = reflected
  const { first, steps } = catalogue.judgement
  const today = outcomes.filter((outcome) => outcome.meetingId === meetingId && outcome.done !== 'not-done')
  const ladders = new Map(today.map((outcome) => [`${outcome.movement} ${outcome.tier}`, outcome]))
  const days = today[0] ? differenceInCalendarDays(parseISO(today[0].date), parseISO(history.firstOn)) : 0
  const start = { isFirstMonth: days < first.monthDays, isWholeLevel: history.meetings <= first.meetings }
  const decisions = [...ladders.values()].flatMap((outcome) => stepFor(outcome, reflected, start, catalogue))
  return withinSteps(decisions, steps.aMeeting)
}

/** What somebody's first weeks change: nobody goes to the limit in the first month, and a step is a whole level. */
interface Beginning {
  isFirstMonth: boolean
  isWholeLevel: boolean
}

function stepFor(
  { movement, tier, blockId }: DatedOutcome,
  { person, outcomes, blockIn }: Reflected,
  start: Beginning,
  catalogue: Catalogue,
): Step[] {
  const asked = blockIn(blockId, tier)
  const schoolId = start.isFirstMonth && asked.school === 'measured-load' ? 'dwell' : asked.school
  const school = entryOf(catalogue.schools, schoolId)
  const ladder = catalogue.movements.get(movement)?.ladders[tier] ?? []
  const unasked = factsOf(person, catalogue).find(({ row }) => row.effortNotAsked)
  const noted = evidenceIn(outcomes).get(`${movement} ${tier}`) ?? []
  // What somebody says of effort decides nothing where it is not asked.
  const evidence = unasked ? noted.map((entry) => ({ ...entry, effort: null })) : noted
  const level =
    storedLevel(person, movement, tier, 'both') ?? evidence.findLast((entry) => entry.level !== null)?.level ?? null
  if (level === null) return []
  const settings = person.dials.filter((setting) => setting.movement === movement && setting.tier === tier)
  const since = lastTurnOf(settings)
  const rungs = ladder.map((rung) => rung.level)
  const decision = decide({
    movement,
    tier,
    level,
    rungs,
    evidence,
    school: unasked ? { ...school, effortAtMost: null } : school,
    since,
    judgement: catalogue.judgement,
  })
  const shown = new Set([...new Set(evidence.map((entry) => entry.meetingId))].slice(-SHOWN_MEETINGS))
  const recent = evidence.filter((entry) => shown.has(entry.meetingId))
  const step = withNotes({ ...decision, blockId, school: schoolId, turn: null, earned: null, recent }, [
    ...(unasked ? [{ kind: 'effort-not-asked', fact: unasked.row.name } as const] : []),
    ...(schoolId === asked.school ? [] : [{ kind: 'first-month', school: school.name } as const]),
    ...(schoolId === 'measured-load' && decision.kind === 'stay' ? recordOf(evidence, level) : []),
  ])
  const still = factsOf(person, catalogue).find(({ row }) => row.stepsByHandOnly)
  if (still && step.kind === 'step-up') return [heldBack(step, still.row.name)]
  const rung = ladder.find((one) => one.level === level)
  if (!rung) return [step]
  const given = ownGiven(rung, asked.given, person, catalogue)
  const open = withinFacts(rung, person, catalogue)
  return [asTurn(step, open, settings, { given, isWholeLevel: start.isWholeLevel })]
}

/** For some a step up is itself the harm: it is never proposed. */
function heldBack(step: Step, fact: string): Step {
  const stay = { ...step, kind: 'stay' as const, toLevel: step.fromLevel }
  return withNotes(stay, [{ kind: 'by-hand-only', fact }])
}

/** What a block gives to somebody with their school and health facts: no dial is turned beyond it. */
function ownGiven(rung: Variation, given: Given | null, person: Person, catalogue: Catalogue): OwnDose | null {
  const movement = catalogue.movements.get(rung.movement)
  if (!given || !movement) return null
  const asked = { movement, ...given, restSeconds: 0 }
  return doseOn(rung, asked, 'both', { person, catalogue, isTurned: false }).own
}

/** ISO day of the last turn of a dial; null: none was turned. */
function lastTurnOf(settings: readonly DialSetting[]): string | null {
  return (
    settings
      .map((setting) => setting.since)
      .toSorted()
      .at(-1) ?? null
  )
}

/** The step with more said of it. */
function withNotes(step: Step, added: readonly DecisionNote[]): Step {
  const notes = [...step.notes, ...added]
  return { ...step, notes, because: becauseOf({ ...step, notes }) }
}

/** The step as a turn of one dial where there is one to turn. */
function asTurn(
  step: Step,
  rung: Variation,
  settings: readonly DialSetting[],
  { given, isWholeLevel }: { given: OwnDose | null; isWholeLevel: boolean },
): Step {
  if (step.kind === 'ease') {
    const turn = turnBack(rung, settings, given)
    return turn ? { ...step, turn, toLevel: step.fromLevel } : step
  }
  const isStep = step.kind === 'step-up' || (step.kind === 'stay' && step.isAtTop)
  if (!isStep || isWholeLevel) return step
  const { turn, earned: beyond } = nextTurn(rung, settings, given, step.school)
  // Who does less for their health has not earned that the block gives more.
  const earned = given?.limits.some(isOfTheBody) ? null : beyond
  if (!turn) return { ...step, earned }
  const notes = step.notes.filter((note) => note.kind !== 'highest-rung')
  return {
    ...step,
    kind: 'step-up',
    notes,
    because: becauseOf({ ...step, notes }),
    turn,
    earned,
    toLevel: step.fromLevel,
  }
}

/** The record of a set that was not done in full: its second, or repetition, is the record. */
function recordOf(evidence: readonly Evidence[], level: number): DecisionNote[] {
  const here = evidence.flatMap(({ level: at, achieved, unit }) =>
    at === level && achieved !== null ? [{ achieved, unit }] : [],
  )
  const [best] = here.toSorted((a, b) => b.achieved - a.achieved)
  return best ? [{ kind: 'record', ...best }] : []
}

function withinSteps(decisions: Step[], atMost: number): Step[] {
  const first = decisions
    .filter((decision) => decision.kind === 'step-up')
    .toSorted((a, b) => b.streak - a.streak)
    .slice(0, atMost)
  return decisions.map((decision) =>
    decision.kind !== 'step-up' || first.includes(decision)
      ? decision
      : withNotes({ ...decision, kind: 'stay', turn: null, toLevel: decision.fromLevel }, [
          { kind: 'steps-enough', atMost },
        ]),
  )
}
