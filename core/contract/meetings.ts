import { z } from 'zod'
import { Dial, Level, SchoolId, Side, Tier } from '../catalogue/words'
import { Circle, Venue } from '../circle/circle'
import { AccidentReport } from '../lead/accident'
import { ClassEvent } from '../lead/classEvent'
import { HandChoiceRecord, Message, Said, Times } from '../lead/message'
import { OutcomeEvent } from '../lead/outcome'
import { Participant, ParticipantFields } from '../offer/participant'
import { Arrival } from '../offer/person'
import { Edit } from '../plan/edits'
import { Plan } from '../plan/plan'
import { Instead } from '../reflect/answer'
import { BlockTurn } from '../reflect/blockTurns'
import { DecisionKind } from '../reflect/question'
import { Evidence } from '../reflect/evidence'
import { FlareStep } from '../reflect/flareSteps'
import { StepBack } from '../reflect/stepsBack'
import { TierStep } from '../reflect/tierMove'
import { DialTurn } from '../reflect/turn'
import { StoredHomePractice } from './homePractice'
import { LedgerEntry } from './ledger'
import { Id, Moment, route, Version } from './route'

/** A meeting as lists show it. */
export const MeetingLine = z.object({
  id: Id,
  circleId: Id,
  startsAt: Moment,
  title: z.string(),
  blocks: z.number(),
  came: z.number(),
  calledOff: z.boolean(),
  /** The account that leads it; null: not said. */
  ledBy: Id.nullable(),
  /** Whether its class was started, finished, or has decisions. */
  stage: z.enum(['prepare', 'lead', 'reflect', 'settled']),
})
export type MeetingLine = z.infer<typeof MeetingLine>

export const Meeting = z.object({
  id: Id,
  circleId: Id,
  startsAt: Moment,
  plan: Plan,
  planVersion: z.number().int(),
  /** Person ids round the room, where somebody made the order by hand. */
  seating: z.array(z.string()).nullable(),
})
export type Meeting = z.infer<typeof Meeting>

/** Everything that the four steps of a meeting work with. */
export const MeetingView = z.object({
  meeting: Meeting,
  circle: Circle,
  venue: Venue,
  people: z.array(Participant),
  /** Ids of those who are not of the circle. */
  guests: z.array(Id),
  arrivals: z.record(z.string(), Arrival),
  /** The start of the last meeting before this one, by participant. */
  lastCame: z.record(z.string(), Moment),
  /** The last time that somebody was away for weeks, by participant; who was not is left out. */
  gaps: z.record(z.string(), z.object({ days: z.number(), endedDaysAgo: z.number(), meetingsSince: z.number() })),
  met: z.array(z.string()),
  /** How many meetings the circle held before this one: which side comes first, where it goes in turn. */
  before: z.number().int(),
  handChoices: z.array(HandChoiceRecord),
  classEvents: z.array(ClassEvent),
  outcomes: z.array(OutcomeEvent),
  /** Effort and form that were not noted last time: asked in the class. */
  questions: z.array(z.object({ participant: Id, movement: z.string() })),
  /** When each thing that a later word replaces was said. */
  times: Times,
  /** The place in the meeting's order from which on a screen has to hear more. */
  sequence: z.number().int(),
  /** The server's clock, by which all devices lead, epoch milliseconds. */
  now: z.number(),
})
export type MeetingView = z.infer<typeof MeetingView>

/** An earlier version of a plan. */
export const PlanVersion = z.object({
  version: z.number(),
  plan: Plan,
  savedBy: z.string(),
  /** When the version after it was saved. */
  savedAt: Moment,
})
export type PlanVersion = z.infer<typeof PlanVersion>

/** A decision as it is proposed, with its evidence. */
export const ProposedDecision = z.object({
  participant: Id,
  kind: DecisionKind,
  movement: z.string(),
  tier: Tier,
  blockId: z.string(),
  fromLevel: Level,
  toLevel: Level,
  /** Which side it moves, and what decided. */
  moves: Side,
  by: z.enum(['rule', 'belief', 'counting']),
  because: z.string(),
  suggestClinician: z.boolean(),
  /** Hurt twice running on the lowest rung: left out until somebody has looked. */
  leaveOut: z.boolean(),
  turn: DialTurn.nullable(),
  /** Time, rounds or repetitions earned beyond what the block gives. */
  earned: DialTurn.nullable(),
  /** Half the dose, where it hurts and no rung is lower; null: not so, or nothing to halve. */
  half: DialTurn.nullable(),
  /** Whether it hurts, or is too much, and no rung is lower. */
  isLowest: z.boolean(),
  recent: z.array(Evidence),
  /** Hurt twice running, or noted otherwise on two devices: answered one by one. */
  isContested: z.boolean(),
  /** What other schools would have said. */
  others: z.array(z.object({ school: SchoolId, kind: DecisionKind, toLevel: Level })),
})
export type ProposedDecision = z.infer<typeof ProposedDecision>

/** What is decided of one proposal: a level, or one dial; staying is the level they are at. */
export const DecisionChoice = z.object({
  participant: Id,
  movement: z.string().min(1).max(60),
  tier: Tier,
  toLevel: Level,
  /** The dial that is turned; null: the level, or nothing. */
  dial: Dial.nullable(),
  /** What is done in place of a level where it hurts on the lowest rung. */
  instead: Instead.nullable().default(null),
  reason: z.string().max(300, 'A reason has 300 characters at most.').default(''),
  /** The answer that it replaces, as it was seen; null: none was there. */
  over: Id.nullable().default(null),
  /** What was proposed where it was answered; null: not said. Where something else is proposed by now it is put again. */
  saw: z
    .object({ kind: DecisionKind, fromLevel: z.number(), toLevel: z.number(), words: z.string().max(200) })
    .nullable()
    .default(null),
})
export type DecisionChoice = z.infer<typeof DecisionChoice>

export const Reflection = z.object({
  decisions: z.array(ProposedDecision),
  answered: z.array(LedgerEntry),
  /** Doses that most have outgrown. */
  doses: z.array(BlockTurn),
  /** Steps that were taken last time and hurt for days: to take back. */
  takeBack: z.array(StepBack),
  /** Parts of the body that begin to flare, or may come back. */
  flares: z.array(FlareStep),
  /** The next step between tiers, by participant. */
  tiers: z.record(z.string(), TierStep),
})
export type Reflection = z.infer<typeof Reflection>

/** All that a meeting is reflected on with. */
export const StoredEvidence = z.object({
  meeting: Meeting.pick({ id: true, startsAt: true, plan: true }),
  judging: Circle.shape.judging,
  people: z.array(Participant),
  outcomes: z.array(
    OutcomeEvent.extend({
      meetingId: Id,
      date: z.string(),
      arrivalPain: z.number().nullable(),
      usualPain: z.number().nullable().optional(),
    }),
  ),
  histories: z.record(z.string(), z.object({ meetings: z.number(), firstOn: z.string() })),
  came: z.array(Id),
  events: z.array(OutcomeEvent),
  answered: z.array(LedgerEntry),
  atHome: z.record(z.string(), StoredHomePractice.omit({ madeAt: true })),
})
export type StoredEvidence = z.infer<typeof StoredEvidence>

/** Meetings of the last year and a bit, and all that are ahead, newest first. */
export const readMeetings = route({
  method: 'GET',
  path: '/api/meetings',
  may: 'account',
  reply: z.array(MeetingLine),
})
export const addMeeting = route({
  method: 'POST',
  path: '/api/meetings',
  may: 'lead',
  body: z.object({
    circleId: z.uuid('Choose a circle.'),
    startsAt: z.iso.datetime('A date and a time are needed.'),
    /** A meeting whose plan is copied. */
    planFrom: Id.nullable().default(null),
    /** A plan of the shelf that is copied. */
    shelfFrom: Id.nullable().default(null),
  }),
  reply: Meeting,
})
export const readMeeting = route({
  method: 'GET',
  path: '/api/meetings/:id',
  may: 'account',
  reply: MeetingView,
})
/** A meeting's plan as a file. */
export const readPlan = route({
  method: 'GET',
  path: '/api/meetings/:id/plan',
  may: 'account',
  file: 'application/json',
})
/**
 * Puts commands on top of the stored plan. Where nobody else changed it the new version is all there is to say; where
 * somebody did, the plan comes with it, and how many commands did not fit any more.
 */
export const savePlan = route({
  method: 'PUT',
  path: '/api/meetings/:id/plan',
  may: 'lead',
  body: z.object({ version: Version, edits: z.array(Edit).min(1).max(500) }),
  reply: z.object({
    planVersion: z.number().int(),
    /** Null: it is the one that the commands were given on. */
    plan: Plan.nullable(),
    lost: z.number().int(),
    /** Commands that put back what others had set of the same meanwhile; these commands stand. */
    overruled: z.array(Edit),
    /** Who had set it; empty where nothing was. */
    by: z.string(),
  }),
})
export const readPlanVersions = route({
  method: 'GET',
  path: '/api/meetings/:id/versions',
  may: 'lead',
  reply: z.array(PlanVersion),
})
/** Takes in what is said in a meeting: outcomes, class events, arrivals, hand choices, seating, accidents. */
export const sendMessage = route({
  method: 'POST',
  path: '/api/meetings/:id/messages',
  may: 'account',
  /** Who is said to have made it, where that is somebody else than who is signed in when it comes. */
  body: z.object({ message: Message, notedBy: Id.nullable().default(null) }),
  reply: z.object({ received: z.literal(true) }),
})
/** What was said in a meeting after a place of its order. */
export const readSaid = route({
  method: 'GET',
  path: '/api/meetings/:id/messages',
  may: 'account',
  query: z.object({ since: z.coerce.number().int().min(0) }),
  reply: Said,
})
/**
 * Everything that is said in a meeting after a place of its order, as server-sent events with their places: what was
 * missed, then the server's clock, then whatever is said. A line that broke goes on from the last place it heard.
 */
export const followMeeting = route({
  method: 'GET',
  path: '/api/meetings/:id/stream',
  may: 'account',
  query: z.object({ since: z.coerce.number().int().min(0) }),
  file: 'text/event-stream',
})
/** Accidents that were written down in a meeting. */
export const readAccidents = route({
  method: 'GET',
  path: '/api/meetings/:id/accidents',
  may: 'lead',
  reply: z.array(AccidentReport),
})
/** Lets somebody join one meeting: a guest from another circle, or a walk-in who is written down with it. */
export const addGuest = route({
  method: 'POST',
  path: '/api/meetings/:id/guests',
  may: 'account',
  body: z.union([
    z.object({ participant: Id }),
    /** Somebody nobody knows yet. Nobody is let down to the floor unscreened. */
    z.object({ name: ParticipantFields.shape.name, tier: Tier.exclude(['floor']) }),
  ]),
  reply: z.object({ participant: Id }),
})
/** Calls a single meeting off, holds it after all, or says who leads it. */
export const setHeld = route({
  method: 'PUT',
  path: '/api/meetings/:id/held',
  may: 'lead',
  body: z.object({ calledOff: z.boolean(), ledBy: Id.nullable() }),
  reply: z.object({ id: Id, calledOff: z.boolean(), ledBy: Id.nullable() }),
})
/** One proposed decision for each person and movement of the class, with what was answered already. */
export const readReflection = route({
  method: 'GET',
  path: '/api/meetings/:id/reflection',
  may: 'lead',
  reply: Reflection,
})
/** All that a meeting is reflected on with: a device that may have to do it without the server keeps it. */
export const readEvidence = route({
  method: 'GET',
  path: '/api/meetings/:id/evidence',
  may: 'lead',
  reply: StoredEvidence,
})
/** Answers decisions, all in one transaction; the server works out evidence and sentence itself. */
export const decide = route({
  method: 'POST',
  path: '/api/meetings/:id/decisions',
  may: 'lead',
  body: z.object({ answers: z.array(DecisionChoice).min(1).max(1000) }),
  reply: z.array(LedgerEntry),
})
/** Raises a dose that most of a circle have outgrown in the circle's next plan that has the movement. */
export const raiseDose = route({
  method: 'POST',
  path: '/api/meetings/:id/doses',
  may: 'lead',
  body: z.object({ movement: z.string().min(1).max(60), dial: Dial, to: z.number().min(0).max(600) }),
  reply: z.object({ id: Id, startsAt: Moment }),
})
