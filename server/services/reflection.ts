import type { Circle } from '../../core/circle/circle'
import { Level } from '../../core/catalogue/words'
import { subDays } from 'date-fns'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { LedgerEntry } from '../../core/contract/ledger'
import type { Meeting, ProposedDecision, Reflection } from '../../core/contract/meetings'
import { notedTwice, type OutcomeEvent } from '../../core/lead/outcome'
import type { Participant } from '../../core/offer/participant'
import { decisionKey } from '../../core/reflect/answer'
import { blockToday } from '../../core/reflect/blockToday'
import { blockTurns } from '../../core/reflect/blockTurns'
import type { DatedOutcome } from '../../core/reflect/datedOutcome'
import { DecisionKind } from '../../core/reflect/question'
import { withinClass } from '../../core/reflect/questions'
import { homeNotes } from '../../core/reflect/homeNotes'
import type { HomePractice, HomeTicks } from '../../core/reflect/homePractice'
import { otherSchools } from '../../core/reflect/otherSchools'
import { isContested } from '../../core/reflect/contested'
import { reflectOn } from '../../core/reflect/reflectOn'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { everybodyIn } from '../database/arrivals'
import { circleById } from '../database/circles'
import { homePracticesOf } from '../database/homePractices'
import { ledgerOf } from '../database/ledger'
import { meetingById } from '../database/meetings'
import { datedOutcomes, historiesOf, outcomeEventsOf } from '../database/outcomes'
import { participantsOf } from '../database/people'
import type { Scope } from '../database/rows'
import { afterLast } from './afterLast'
import { tierStepsOf } from './tierSteps'

/** All that a meeting is reflected on with. */
export interface ReflectedMeeting {
  meeting: Meeting
  circle: Pick<Circle, 'judging'>
  people: Participant[]
  outcomes: DatedOutcome[]
  histories: Awaited<ReturnType<typeof historiesOf>>
  events: OutcomeEvent[]
  answered: LedgerEntry[]
  atHome: Awaited<ReturnType<typeof homePracticesOf>>
  catalogue: Catalogue
}

/** Gathers what a meeting is reflected on with, in a number of queries that does not depend on how many came. */
export async function readForReflection(scope: Scope, meetingId: string): Promise<ReflectedMeeting> {
  const meeting = await meetingById(scope, meetingId)
  const [circle, catalogue] = await Promise.all([circleById(scope, meeting.circleId), linkedCatalogue(scope)])
  const { ids } = await everybodyIn(scope, meeting.id, circle.members)
  const since = subDays(new Date(meeting.startsAt), catalogue.judgement.evidence.days).toISOString()
  const [people, outcomes, histories, events, answered, atHome] = await Promise.all([
    participantsOf(scope, ids),
    datedOutcomes(scope, ids, { until: meeting.startsAt, since }),
    historiesOf(scope, ids, meeting.startsAt),
    outcomeEventsOf(scope, meeting.id),
    ledgerOf(scope, { meetingId: meeting.id }),
    homePracticesOf(scope, ids, since),
  ])
  return { meeting, circle, people, outcomes, histories, events, answered, atHome, catalogue }
}

/**
 * One proposed decision for each person and movement of the class, with what was answered already; tiers and doses to
 * rise.
 */
export async function reflectionOf(scope: Scope, meetingId: string): Promise<Reflection> {
  const reflected = await readForReflection(scope, meetingId)
  const { meeting, people, outcomes, histories, answered, catalogue, circle } = reflected
  const { decisions, doses } = proposalsOf(reflected)
  const came = new Set(outcomes.filter((one) => one.meetingId === meeting.id).map((one) => one.participant))
  const tiers = await tierStepsOf(scope, {
    people: people.filter((person) => came.has(person.id)),
    outcomes,
    on: meeting.startsAt.slice(0, 10),
    catalogue,
    histories,
    judging: circle.judging,
  })
  const { takeBack, flares } = await afterLast(scope, { meeting, people, outcomes, catalogue })
  const entries = new Map(answered.map((entry) => [decisionKey(entry), entry]))
  return {
    decisions: decisions.map((decision) => asItWasSettled(decision, entries.get(decisionKey(decision)))),
    answered,
    doses,
    takeBack,
    flares,
    tiers,
  }
}

/** What a meeting proposes of everybody as they stood before its decisions were answered. */
export function proposalsOf(reflected: ReflectedMeeting): Pick<Reflection, 'decisions' | 'doses'> {
  const { meeting, people, outcomes, histories, events, answered, catalogue, circle, atHome } = reflected
  const twice = notedTwice(events)
  const proposed = people.flatMap((person) => {
    const own = {
      person: beforeAnswers(person, answered),
      outcomes: outcomes.filter((outcome) => outcome.participant === person.id),
      blockIn: blockToday(meeting.plan, person),
      history: histories.get(person.id),
      judging: circle.judging,
      atHome: notesAtHome(person.id, atHome.get(person.id), catalogue),
    }
    const steps = reflectOn(meeting.id, own, catalogue)
    const others = otherSchools(meeting.id, own, steps, catalogue)
    return steps.map((step) => ({
      participant: person.id,
      ...step,
      others: others.get(`${step.movement} ${step.tier}`) ?? [],
    }))
  })
  const { steps, proposals } = blockTurns(proposed, meeting.plan, catalogue.judgement)
  return {
    decisions: withinClass(steps, catalogue.judgement).map(
      (step) => ({ ...step, isContested: isContested(step, twice) }) as ProposedDecision,
    ),
    doses: proposals,
  }
}

function notesAtHome(id: string, home: (HomeTicks & { practice: HomePractice }) | undefined, catalogue: Catalogue) {
  return home ? homeNotes(id, home.practice, home, catalogue) : []
}

/** What was settled keeps the words and the evidence of then, whatever was corrected since. */
function asItWasSettled(decision: ProposedDecision, settled: LedgerEntry | undefined): ProposedDecision {
  if (!settled) return decision
  return {
    ...decision,
    isContested: false,
    others: [],
    kind: DecisionKind.parse(settled.proposed),
    because: settled.because,
    fromLevel: Level.parse(settled.fromLevel),
    recent: settled.evidence,
  }
}

/**
 * Somebody as they stood before a meeting's decisions were answered: what they are proposed does not change by the
 * answer.
 */
function beforeAnswers(person: Participant, answered: readonly LedgerEntry[]): Participant {
  return answered
    .filter((entry) => entry.participant === person.id && entry.before !== null)
    .reduce((standing, { movement, tier, before }) => {
      const isOther = (row: { movement: string; tier: string }) => row.movement !== movement || row.tier !== tier
      return {
        ...standing,
        levels: [...standing.levels.filter(isOther), ...(before?.levels ?? [])],
        dials: [...standing.dials.filter(isOther), ...(before?.dials ?? [])],
      }
    }, person)
}
