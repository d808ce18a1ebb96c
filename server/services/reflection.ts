import type { Circle } from '../../core/circle/circle'
import { Level } from '../../core/catalogue/words'
import { subDays } from 'date-fns'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { LedgerEntry } from '../../core/contract/ledger'
import type { ProposedDecision, Reflection, StoredEvidence } from '../../core/contract/reflection'
import type { Meeting } from '../../core/contract/meetings'
import type { OutcomeEvent } from '../../core/lead/outcome'
import type { Participant } from '../../core/offer/participant'
import type { DatedOutcome } from '../../core/reflect/datedOutcome'
import { weekAtHome, type DaysAtHome } from '../../core/reflect/atHome'
import { DecisionKind } from '../../core/reflect/question'
import { asSettled, proposalsOf } from '../../core/reflect/proposals'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { arrivalsOf, everybodyIn } from '../database/arrivals'
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
  /** Who came to this meeting. */
  came: string[]
  catalogue: Catalogue
}

/** Gathers what a meeting is reflected on with, in a number of queries that does not depend on how many came. */
export async function readForReflection(scope: Scope, meetingId: string): Promise<ReflectedMeeting> {
  const meeting = await meetingById(scope, meetingId)
  const [circle, catalogue] = await Promise.all([circleById(scope, meeting.circleId), linkedCatalogue(scope)])
  const { ids } = await everybodyIn(scope, meeting.id, circle.members)
  const since = subDays(new Date(meeting.startsAt), catalogue.judgement.evidence.days).toISOString()
  const [people, outcomes, histories, events, answered, atHome, doors] = await Promise.all([
    participantsOf(scope, ids),
    datedOutcomes(scope, ids, { until: meeting.startsAt, since }),
    historiesOf(scope, ids, meeting.startsAt),
    outcomeEventsOf(scope, meeting.id),
    ledgerOf(scope, { meetingId: meeting.id }),
    homePracticesOf(scope, ids, since),
    arrivalsOf(scope, meeting.id),
  ])
  const came = ids.filter((id) => doors.arrivals[id]?.came)
  // Of several answers to one decision the last stands.
  const stands = answered.filter((entry) => !entry.isReplaced)
  return { meeting, circle, people, outcomes, histories, events, answered: stands, atHome, came, catalogue }
}

/**
 * One proposed decision for each person and movement of the class, with what was answered already; tiers and doses to
 * rise.
 */
export async function reflectionOf(scope: Scope, meetingId: string): Promise<Reflection> {
  const reflected = await readForReflection(scope, meetingId)
  const { meeting, people, outcomes, histories, answered, catalogue, circle } = reflected
  const { decisions, doses } = proposedIn(reflected)
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
  return {
    decisions: asSettled(decisions, answered, asItWasSettled),
    answered,
    doses,
    takeBack,
    flares,
    atHome: weeksAtHome(reflected),
    tiers,
  }
}

/** The week at home of whoever practised. */
function weeksAtHome({ atHome, meeting }: ReflectedMeeting): Record<string, DaysAtHome> {
  const weeks = [...atHome].map(([id, home]) => [id, weekAtHome(home, meeting.startsAt.slice(0, 10))] as const)
  return Object.fromEntries(weeks.filter(([, { days }]) => days > 0))
}

/** What a meeting proposes of everybody as they stood before its decisions were answered. */
export function proposedIn(reflected: ReflectedMeeting): Pick<Reflection, 'decisions' | 'doses'> {
  const { decisions, doses } = proposalsOf(evidenceIn(reflected), reflected.catalogue)
  return { decisions, doses }
}

/** All that a meeting is reflected on with, for whoever has to do it without the server. */
export async function evidenceOf(scope: Scope, meetingId: string): Promise<StoredEvidence> {
  return evidenceIn(await readForReflection(scope, meetingId))
}

function evidenceIn(reflected: ReflectedMeeting): StoredEvidence {
  const { meeting, people, outcomes, histories, events, answered, circle, atHome, came } = reflected
  return {
    meeting: { id: meeting.id, startsAt: meeting.startsAt, plan: meeting.plan },
    judging: circle.judging,
    ...{ people, outcomes, events, answered, came },
    histories: Object.fromEntries([...histories].map(([id, { meetings, firstOn }]) => [id, { meetings, firstOn }])),
    atHome: Object.fromEntries(atHome),
  }
}

/** What was settled keeps the words and the evidence of then, whatever was corrected since. */
function asItWasSettled(decision: ProposedDecision, settled: LedgerEntry): ProposedDecision {
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
