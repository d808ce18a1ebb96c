import type { Catalogue } from '../catalogue/catalogue'
import type { Tier } from '../catalogue/words'
import { foldOutcomes, notedTwice, type OutcomeEvent } from '../lead/outcome'
import type { Participant } from '../offer/participant'
import type { Arrival, DialSetting, PersonLevel } from '../offer/person'
import type { Plan } from '../plan/plan'
import { decisionKey } from './answer'
import { blockToday } from './blockToday'
import { blockTurns } from './blockTurns'
import { isContested } from './contested'
import { outcomesByPerson, type DatedOutcome } from './datedOutcome'
import type { SideReason } from './decisionWords'
import { isHurt } from './easing'
import { homeNotes } from './homeNotes'
import type { HomePractice, HomeTicks } from './homePractice'
import { otherSchools } from './otherSchools'
import type { DecisionKind } from './question'
import { withinClass } from './questions'
import { reflectOn, type History, type Reflected } from './reflectOn'

/** An answer that was given after this meeting, and where somebody stood before it; null: not kept. */
export interface AnsweredBefore {
  participant: string
  movement: string
  tier: Tier
  before: { levels?: PersonLevel[]; dials?: DialSetting[] } | null
}

/** All that a meeting is reflected on with. */
export interface MeetingEvidence {
  meeting: { id: string; startsAt: string; plan: Plan }
  judging: Reflected['judging']
  people: readonly Participant[]
  /** Folded, of this and earlier meetings, oldest first. */
  outcomes: readonly DatedOutcome[]
  /** By participant, as far as they ever came. */
  histories: Record<string, History>
  /** Who came to this meeting, as far as the histories know. */
  came: readonly string[]
  /** Of this meeting, as they were noted. */
  events: readonly OutcomeEvent[]
  answered: readonly AnsweredBefore[]
  atHome: Record<string, HomeTicks & { practice: HomePractice }>
}

/**
 * What a meeting proposes of everybody as they stood before its decisions were answered, and doses that most have
 * outgrown.
 *
 * @example
 * proposalsOf({ ...nothingNoted, people: [] }, catalogue).decisions // []
 */
export function proposalsOf(evidence: MeetingEvidence, catalogue: Catalogue) {
  const { meeting, people, outcomes, histories, events, answered, judging, atHome } = evidence
  const twice = notedTwice(events)
  const outcomesOf = outcomesByPerson(outcomes)
  const proposed = people.flatMap((person) => {
    const home = atHome[person.id]
    const own = {
      person: beforeAnswers(person, answered),
      outcomes: outcomesOf.get(person.id) ?? [],
      blockIn: blockToday(meeting.plan, person),
      history: histories[person.id],
      judging,
      atHome: home ? homeNotes(person.id, home.practice, home, catalogue) : [],
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
  const decisions = withinClass(steps, catalogue.judgement)
  return {
    decisions: decisions.map((step) => ({
      ...step,
      isContested: isContested(step, twice),
      isHurt: hurts(step.reason),
    })),
    doses: proposals,
  }
}

/** Whether it is proposed because something hurt: that is looked at before all else. */
function hurts(reason: SideReason): boolean {
  return reason.kind === 'eases-at-once' && isHurt(reason.cause)
}

/**
 * Somebody as they stood before a meeting's decisions were answered: what they are proposed does not change by the
 * answer.
 */
function beforeAnswers(person: Participant, answered: readonly AnsweredBefore[]): Participant {
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

/**
 * What was known before a class together with what was noted in it: for reflecting where the server is not there.
 *
 * @param here what was noted in this meeting, and how people came
 * @example
 * withClass(nothingNoted, { outcomes: [], arrivals: {} }).outcomes // []
 */
export function withClass(
  evidence: MeetingEvidence,
  here: { outcomes: readonly OutcomeEvent[]; arrivals: Readonly<Record<string, Arrival>> },
): MeetingEvidence {
  const { id: meetingId, startsAt } = evidence.meeting
  const date = startsAt.slice(0, 10)
  const usual = new Map(evidence.people.map((person) => [person.id, person.usualPain]))
  const own = foldOutcomes(here.outcomes).map((outcome): DatedOutcome => {
    const door = here.arrivals[outcome.participant]
    const usualPain = door?.usualPain ?? usual.get(outcome.participant) ?? null
    return { ...outcome, meetingId, date, arrivalPain: door?.pain ?? null, usualPain }
  })
  const came = Object.keys(here.arrivals).filter((person) => here.arrivals[person]?.came)
  const histories = { ...evidence.histories }
  for (const person of came) {
    if (evidence.came.includes(person)) continue
    const { meetings, firstOn } = histories[person] ?? { meetings: 0, firstOn: date }
    histories[person] = { meetings: meetings + 1, firstOn }
  }
  return {
    ...evidence,
    outcomes: [...evidence.outcomes.filter((outcome) => outcome.meetingId !== meetingId), ...own],
    events: here.outcomes,
    came,
    histories,
  }
}

/** What somebody saw proposed when they answered. */
export interface Seen {
  kind: DecisionKind
  fromLevel: number
  toLevel: number
  /** The dial that is turned, in words; empty: none. */
  words: string
}

/**
 * What is proposed, for holding an answer against it that was given elsewhere: on what has arrived since, something
 * else may be proposed.
 *
 * @example
 * seenOf({ kind: 'stay', fromLevel: 2, toLevel: 2, turn: null }).words // ''
 */
export function seenOf(decision: Omit<Seen, 'words'> & { turn: { words: string } | null }): Seen {
  const { kind, fromLevel, toLevel, turn } = decision
  return { kind, fromLevel, toLevel, words: turn?.words ?? '' }
}

/** A decision as far as an answer that stands changes how it is shown. */
interface Settling {
  participant: string
  movement: string
  tier: Tier
}

/**
 * Decisions with what was settled: it keeps the words and the evidence of then, whatever was corrected since.
 *
 * @param asThen how a decision looked when it was answered
 * @example
 * asSettled([{ participant: 'ann', movement: 'bridge', tier: 'chair' }], [], (decision) => decision).length // 1
 */
export function asSettled<D extends Settling, E extends Settling>(
  decisions: readonly D[],
  answered: readonly E[],
  asThen: (decision: D, settled: E) => D,
): D[] {
  const entries = new Map(answered.map((entry) => [decisionKey(entry), entry]))
  return decisions.map((decision) => {
    const settled = entries.get(decisionKey(decision))
    return settled ? asThen(decision, settled) : decision
  })
}
