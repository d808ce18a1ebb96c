import { z } from 'zod'
import { ClassEvent } from '~~/core/lead/clock'
import { HandChoiceRecord } from '~~/core/lead/message'
import { OutcomeEvent } from '~~/core/lead/outcome'
import { Participant } from '~~/core/offer/participant'
import { Arrival } from '~~/core/offer/person'
import { Plan } from '~~/core/plan/plan'
import { Circle, Venue } from '~~/core/circle/circle'

/** Everything that the four steps of a meeting work with, as the server hands it over. */
export const MeetingView = z.object({
  meeting: z.object({
    id: z.string(),
    circleId: z.string(),
    startsAt: z.string(),
    plan: Plan,
    planVersion: z.number(),
    seating: z.array(z.string()).nullable().default(null),
  }),
  circle: Circle,
  venue: Venue,
  people: z.array(Participant),
  /** Ids of those who are not of the circle. */
  guests: z.array(z.string()).default([]),
  arrivals: z.record(z.string(), Arrival),
  lastCame: z.record(z.string(), z.string()),
  met: z.array(z.string()),
  handChoices: z.array(HandChoiceRecord),
  classEvents: z.array(ClassEvent),
  outcomes: z.array(OutcomeEvent),
  /** Effort and form that were not noted last time: asked in the class. */
  questions: z.array(z.object({ participant: z.string(), movement: z.string() })).default([]),
  now: z.number(),
})
export type MeetingView = z.infer<typeof MeetingView>
