import { z } from 'zod'
import { isZone, SeriesRule } from '../calendar/series'
import { Tier } from '../catalogue/words'
import { CircleFields, VenueFields } from '../circle/circle'
import { FirstAnswers } from '../offer/firstQuestions'
import { ParticipantFields } from '../offer/participant'
import { Day, Id, route } from './route'

const YesTo = FirstAnswers.shape.yes

/** Somebody who comes to a circle that begins: a name, where they work, and what they were asked. */
export const Beginner = z.object({
  name: ParticipantFields.shape.name,
  tier: Tier,
  /** They stay in their wheelchair. */
  inWheelchair: z.boolean().default(false),
  ...FirstAnswers.shape,
})
export type Beginner = z.infer<typeof Beginner>

const When = z.object({ on: Day, time: SeriesRule.shape.time })

/**
 * Makes all that a first class needs in one go: venue, people, circle, the series of its dates, and a first meeting
 * with a composed plan. Sent twice, it is made once.
 */
export const beginCircle = route({
  method: 'POST',
  path: '/api/beginnings',
  may: 'lead',
  body: z.object({
    /** Made by the browser: the circle's id. */
    id: Id,
    venue: VenueFields.shape.name,
    zone: z.string().max(60).refine(isZone, 'This time zone is not known.'),
    /** When they meet every week, from which day on. */
    weekly: When,
    /** The first class, on the same wall. */
    first: When,
    minutes: CircleFields.shape.minutes.default(45),
    helpers: CircleFields.shape.helpers,
    people: z
      .array(Beginner)
      .min(1, 'Somebody comes, or there is no class.')
      .max(60, 'A circle has 60 people at most.'),
  }),
  reply: z.object({
    circle: Id,
    meeting: Id,
    /** What no plan could do for these people; empty: the plan is composed. */
    unmet: z.array(z.string()),
  }),
})

/** What those who come to a circle answered to the questions before a first class. */
export const askFirst = route({
  method: 'POST',
  path: '/api/circles/:id/first-answers',
  may: 'lead',
  body: z.object({
    answers: z
      .array(z.object({ participant: Id, yes: YesTo }))
      .min(1)
      .max(60),
  }),
  reply: z.object({ asked: z.number() }),
})

/** Places everybody of a circle on the levels that are proposed, where they have none yet. */
export const placeStarts = route({
  method: 'POST',
  path: '/api/circles/:id/start-levels',
  may: 'lead',
  reply: z.object({ people: z.number(), levels: z.number() }),
})
