import { z } from 'zod'
import { Tier } from '../catalogue/words'
import { Circle, Venue } from '../circle/circle'
import { AccidentReport } from '../lead/accident'
import { ClassEvent } from '../lead/classEvent'
import { HandChoiceRecord, Message, Said, Times } from '../lead/message'
import { OutcomeEvent } from '../lead/outcome'
import { Participant, ParticipantFields } from '../offer/participant'
import { Arrival } from '../offer/person'
import { Edit } from '../plan/edits'
import { Plan } from '../plan/plan'
import { Id, Moment, route, Version } from './route'

/** A meeting as lists show it. */
export const MeetingLine = z.object({
  id: Id,
  circleId: Id,
  startsAt: Moment,
  /** The clock on the wall of its place; null: not said. */
  zone: z.string().nullable(),
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
  /** Those of them whom a helper let in: until a lead agrees, a helper sees nothing of them but a name. */
  toAgree: z.array(Id).default([]),
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

/** Meetings of the last year and a bit, and all that are ahead, newest first; for helpers those they may open. */
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
    /** Whether it is wanted although the circle meets at that time already. */
    besides: z.boolean().default(false),
  }),
  reply: Meeting,
})
export const readMeeting = route({
  method: 'GET',
  path: '/api/meetings/:id',
  may: 'account',
  ofHelpers: 'these-days',
  notes: { did: 'looked at the meeting', of: 'meeting' },
  reply: MeetingView,
})
/** A meeting's plan as a file. */
export const readPlan = route({
  method: 'GET',
  path: '/api/meetings/:id/plan',
  may: 'account',
  ofHelpers: 'these-days',
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
  ofHelpers: 'lately',
  /** Who is said to have made it, where that is somebody else than who is signed in when it comes. */
  body: z.object({ message: Message, notedBy: Id.nullable().default(null) }),
  reply: z.object({ received: z.literal(true) }),
})
/** What was said in a meeting after a place of its order. */
export const readSaid = route({
  method: 'GET',
  path: '/api/meetings/:id/messages',
  may: 'account',
  ofHelpers: 'these-days',
  notes: { did: 'looked at the meeting', of: 'meeting' },
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
  ofHelpers: 'these-days',
  notes: { did: 'looked at the meeting', of: 'meeting' },
  query: z.object({ since: z.coerce.number().int().min(0) }),
  file: 'text/event-stream',
})
/** Accidents that were written down in a meeting; for a helper those that they wrote down. */
export const readAccidents = route({
  method: 'GET',
  path: '/api/meetings/:id/accidents',
  may: 'account',
  ofHelpers: 'these-days',
  notes: { did: 'looked at accidents', of: 'meeting' },
  reply: z.array(AccidentReport),
})
/** Lets somebody join one meeting: a guest from another circle, or a walk-in who is written down with it. */
export const addGuest = route({
  method: 'POST',
  path: '/api/meetings/:id/guests',
  may: 'account',
  ofHelpers: 'these-days',
  body: z.union([
    z.object({ participant: Id }),
    /** Somebody nobody knows yet. Nobody is let down to the floor unscreened. */
    z.object({ name: ParticipantFields.shape.name, tier: Tier.exclude(['floor']) }),
  ]),
  reply: z.object({ participant: Id }),
})
/** A lead agrees to a guest whom a helper let in. */
export const agreeToGuest = route({
  method: 'PUT',
  path: '/api/meetings/:id/guests/:guest',
  may: 'lead',
  reply: z.object({ participant: Id }),
})
/** Takes a guest of whom nothing was noted out of a meeting again. */
export const removeGuest = route({
  method: 'DELETE',
  path: '/api/meetings/:id/guests/:guest',
  may: 'lead',
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
