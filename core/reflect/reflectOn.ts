import { entryOf } from '../entries'
import { differenceInCalendarDays, parseISO } from 'date-fns'
import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import type { SchoolId, Tier } from '../catalogue/words'
import type { Given } from '../offer/dials'
import { doseOn, withinFacts } from '../offer/doseOn'
import { factsOf } from '../offer/facts'
import { settingsOn } from '../offer/levels'
import { isOfTheBody, type OwnDose } from '../offer/ownDose'
import type { Person } from '../offer/person'
import { believedOf } from './capacities'
import { needsCare } from './careful'
import { evidenceIn, type DatedOutcome } from './datedOutcome'
import { decide, isEasing } from './decide'
import { thresholdOf } from './believing'
import { chanceOf } from './belief'
import { demandOf } from './demand'
import { noteToday, type Judging, type Question } from './question'
import { sidesOf } from './sidesOf'
import { becauseOf, type DecisionNote } from './decisionWords'
import { asStep, withNotes, type Step } from './step'
import { isReached, type Evidence } from './evidence'
import { halfOf, nextTurn, turnBack, type NextTurn } from './turn'

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
  /** What was ticked at home, as notes, oldest first: it moves a little what is believed, tips what the
   * class has left open, and steps nobody up by itself. */
  atHome?: readonly DatedOutcome[] | undefined
  /** How the circle's people are judged; left out: by what is believed. */
  judging?: Judging | undefined
  /** Where `outcomes` do not reach back to the first meeting. */
  history?: History | undefined
}

function historyIn(outcomes: readonly DatedOutcome[]): History {
  return { meetings: new Set(outcomes.map((outcome) => outcome.meetingId)).size, firstOn: outcomes[0]?.date ?? '' }
}

const SHOWN_MEETINGS = 4

/**
 * All decisions for one person after a meeting: one a movement and tier that was done in it. A step turns one dial, in
 * the rung's order; once all are at their end, in the first six meetings, and where the next rung is clearly within
 * reach, it is a level. An ease turns the last dial back where one was turned on this rung; ease at once is always a
 * level.
 *
 * @returns at most three of them steps, one a main region; the surest step first. At most one asks.
 * @example
 * reflectOn('m', { person: ann, outcomes: [], blockIn: blockToday(plan, ann) }, catalogue) // []
 */
export function reflectOn(meetingId: string, reflected: Reflected, catalogue: Catalogue): Step[] {
  const { history = historyIn(reflected.outcomes) } = reflected
  const known = withoutUnasked(reflected, catalogue)
  const { outcomes, atHome = [] } = known
  const all = atHome.length === 0 ? outcomes : inOrderOfDays([...outcomes, ...atHome])
  const { first, asking } = catalogue.judgement
  const today = outcomes.filter((outcome) => outcome.meetingId === meetingId && outcome.done !== 'not-done')
  const ladders = new Map(today.map((outcome) => [`${outcome.movement} ${outcome.tier}`, outcome]))
  const days = today[0] ? differenceInCalendarDays(parseISO(today[0].date), parseISO(history.firstOn)) : 0
  const start = { isFirstMonth: days < first.monthDays, meetings: history.meetings }
  const decisions = [...ladders.values()].flatMap((outcome) => {
    const steps = stepFor(outcome, { ...known, all }, start, catalogue)
    if (atHome.length === 0 || !steps.some(({ kind }) => kind === 'step-up')) return steps
    // What is told of home tips what the class has left open; by itself it steps nobody up.
    const inClass = stepFor(outcome, { ...known, all: outcomes }, start, catalogue)
    return inClass.every(({ kind }) => kind === 'step-up' || kind === 'ask') ? steps : inClass
  })
  return withinAsking(withinSteps(decisions, catalogue), asking.aPerson)
}

/** What somebody says of effort decides nothing where it is not asked. */
function withoutUnasked(reflected: Reflected, catalogue: Catalogue): Reflected {
  if (!factsOf(reflected.person, catalogue).some(({ row }) => row.effortNotAsked)) return reflected
  return { ...reflected, outcomes: reflected.outcomes.map((outcome) => ({ ...outcome, effort: null, feel: null })) }
}

function inOrderOfDays(outcomes: DatedOutcome[]): DatedOutcome[] {
  return outcomes.toSorted((a, b) => a.date.localeCompare(b.date))
}

/** What somebody's first weeks change: nobody goes to the limit in the first month, and a step is a whole level. */
interface Beginning {
  isFirstMonth: boolean
  meetings: number
}

function stepFor(
  { movement: movementId, tier, blockId, meetingId }: DatedOutcome,
  { person, outcomes, all, blockIn, judging = 'belief' }: Reflected & { all: readonly DatedOutcome[] },
  start: Beginning,
  catalogue: Catalogue,
): Step[] {
  const movement = catalogue.movements.get(movementId)
  const asked = blockIn(blockId, tier)
  const schoolId = start.isFirstMonth && asked.school === 'measured-load' ? 'dwell' : asked.school
  const school = entryOf(catalogue.schools, schoolId)
  const unasked = factsOf(person, catalogue).find(({ row }) => row.effortNotAsked)
  const evidence = evidenceIn(outcomes).get(`${movementId} ${tier}`) ?? []
  const sides = sidesOf({ person, outcomes: all, catalogue }, { movement: movementId, tier }, evidence)
  const weakest = sides.toSorted((a, b) => a.level - b.level)[0]
  if (!movement || !weakest) return []
  const ladder = movement.ladders[tier] ?? []
  const rung = ladder.find((one) => one.level === weakest.level)
  const given = rung ? ownGiven(rung, asked.given, person, catalogue) : null
  const isWholeLevel = start.meetings <= catalogue.judgement.first.meetings
  const settings = settingsOn(person, { movement: movementId, tier }, weakest.side)
  const open = rung && withinFacts(rung, person, catalogue)
  const next = open && !isWholeLevel ? nextTurn(open, settings, given, schoolId) : NOTHING_NEXT
  const question: Question = {
    movement: movementId,
    tier,
    quality: movement.quality,
    ladder,
    sides,
    meetingId,
    judging,
    judgement: catalogue.judgement,
    school: unasked ? { ...school, effortAtMost: null } : school,
    habit: believedOf(all, catalogue).habit,
    isCareful: needsCare(
      movement,
      ladder.find((one) => one.level > weakest.level),
      catalogue,
    ),
    nextDials: next.turn && { ...weakest.dials, [next.turn.dial]: next.turn.to },
  }
  const decision = decide(question)
  const recent = ofLastMeetings(evidence)
  const step = withNotes(asStep(decision, { blockId, school: schoolId, recent }), [
    ...(unasked ? [{ kind: 'effort-not-asked', fact: unasked.row.name } as const] : []),
    ...(schoolId === asked.school ? [] : [{ kind: 'first-month', school: school.name } as const]),
    ...(schoolId === 'measured-load' && decision.kind === 'stay' ? recordOf(evidence, weakest.level) : []),
  ])
  const still = factsOf(person, catalogue).find(({ row }) => row.stepsByHandOnly)
  if (still && step.kind === 'step-up') return [heldBack(step, still.row.name)]
  if (!open) return [step]
  const turned = asTurn(step, open, { person, given, next })
  const isLowest = isEasing(turned.kind) && turned.turn === null && turned.toLevel === turned.fromLevel
  const half = isLowest ? halfOf(open, given) : null
  return [withEarned({ ...turned, isLowest, half }, { rung: open, given, next, question })]
}

/** The last meetings' entries, oldest first. */
function ofLastMeetings(evidence: readonly Evidence[]): Evidence[] {
  let from = evidence.length
  let meetings = 0
  for (; from > 0; from -= 1) {
    const isSame = evidence[from - 1]?.meetingId === evidence[from]?.meetingId
    if (!isSame && meetings === SHOWN_MEETINGS) break
    if (!isSame) meetings += 1
  }
  return evidence.slice(from)
}

const NOTHING_NEXT: NextTurn = { turn: null, earned: null }

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

/** The step as a turn of one dial where it is one. */
function asTurn(
  step: Step,
  rung: Variation,
  { person, given, next }: { person: Person; given: OwnDose | null; next: NextTurn },
): Step {
  if (step.kind === 'ease') {
    const turn = turnBack(rung, settingsOn(person, step, step.moves), given)
    return turn && step.toLevel === step.fromLevel ? { ...step, turn } : step
  }
  const isDial = step.kind === 'step-up' && step.toLevel === step.fromLevel
  if (!next.turn || (!isDial && !step.isAtTop)) return step
  const notes = step.notes.filter((note) => note.kind !== 'highest-rung')
  return { ...step, kind: 'step-up', notes, because: becauseOf({ ...step, notes }), turn: next.turn }
}

/**
 * What somebody has earned that the block's clock does not give: within reach, though something else may be the step
 * today. Who does less for their health has not earned that the block gives more; nor who is eased.
 */
function withEarned(step: Step, { rung, given, next, question }: Earning): Step {
  const { earned } = next
  const weakest = question.sides.find((own) => own.level === step.fromLevel)
  if (!earned || !weakest || isEasing(step.kind) || given?.limits.some(isOfTheBody)) return step
  if (question.judging === 'counting') return step.kind === 'step-up' ? { ...step, earned } : step
  const today = noteToday(weakest, question)
  const demand = demandOf(rung, { ...weakest.dials, [earned.dial]: earned.to })
  const isWithin = today !== null && isReached(today) && chanceOf(weakest.belief, demand) >= thresholdOf(question)
  return isWithin ? { ...step, earned } : step
}

interface Earning {
  rung: Variation
  given: OwnDose | null
  next: NextTurn
  question: Question
}

/** The record of a set that was not done in full: its second, or repetition, is the record. */
function recordOf(evidence: readonly Evidence[], level: number): DecisionNote[] {
  const here = evidence.flatMap(({ level: at, achieved, unit }) =>
    at === level && achieved !== null ? [{ achieved, unit }] : [],
  )
  const [best] = here.toSorted((a, b) => b.achieved - a.achieved)
  return best ? [{ kind: 'record', ...best }] : []
}

/** At most three steps a meeting, and one for each main region of the body: the surest first. */
function withinSteps(decisions: Step[], catalogue: Catalogue): Step[] {
  const { aMeeting, aRegion } = catalogue.judgement.steps
  const inRegion = new Map<string, number>()
  const taken = new Set<Step>()
  const ups = decisions.filter((decision) => decision.kind === 'step-up').toSorted((a, b) => b.streak - a.streak)
  for (const step of ups) {
    const regions = mainRegions(catalogue.movements.get(step.movement))
    if (taken.size >= aMeeting || regions.some((region) => (inRegion.get(region) ?? 0) >= aRegion)) continue
    taken.add(step)
    for (const region of regions) inRegion.set(region, (inRegion.get(region) ?? 0) + 1)
  }
  return decisions.map((decision) => {
    if (decision.kind !== 'step-up' || taken.has(decision)) return decision
    const why: DecisionNote =
      taken.size >= aMeeting ? { kind: 'steps-enough', atMost: aMeeting } : { kind: 'region-steps' }
    return withNotes({ ...decision, kind: 'stay', turn: null, toLevel: decision.fromLevel }, [why])
  })
}

/** The regions that a movement works most. */
function mainRegions(movement: Movement | undefined): string[] {
  const regions = Object.entries(movement?.regions ?? {})
  const most = Math.max(...regions.map(([, share]) => share))
  return regions.filter(([, share]) => share === most).map(([region]) => region)
}

/** Of one person only the question that can decide most is put. */
function withinAsking(decisions: Step[], atMost: number): Step[] {
  const asked = decisions
    .filter((decision) => decision.kind === 'ask')
    .toSorted((a, b) => b.streak - a.streak)
    .slice(0, atMost)
  return decisions.map((decision) =>
    decision.kind !== 'ask' || asked.includes(decision) ? decision : { ...decision, kind: 'stay' },
  )
}
