import { z } from 'zod'
import { HolidayFields, SeriesException, SeriesRule } from '../calendar/series'
import { Circle, CircleFields, Venue, VenueFields } from '../circle/circle'
import { Remembered } from '../offer/person'
import { CircleBack } from '../reflect/circleBack'
import { CircleGoal } from '../reflect/circleGoals'
import { LOOK_BACK_WEEKS } from '../reflect/lookBack'
import { Weeks } from './records'
import { Role } from './account'
import { Day, Id, Moment, route, Version } from './route'

export const Series = z.object({ id: Id, circleId: Id, rule: SeriesRule, version: Version })
export type Series = z.infer<typeof Series>

export const Holiday = z.object({ id: Id, ...HolidayFields.shape })
export type Holiday = z.infer<typeof Holiday>

/** One date of a circle, from its series or made alone. */
export const CalendarLine = z.object({
  circleId: Id,
  seriesId: Id.nullable(),
  meetingId: Id.nullable(),
  /** On the wall of the circle's place. */
  on: Day,
  startsAt: Moment,
  zone: z.string().nullable(),
  title: z.string(),
  state: z.enum(['open', 'holiday', 'called-off']),
  why: z.string(),
  ledBy: Id.nullable(),
})
export type CalendarLine = z.infer<typeof CalendarLine>

/** Somebody who waits for a place. */
export const Waiting = z.object({ circleId: Id, participant: Id, name: z.string(), since: Day, note: z.string() })
export type Waiting = z.infer<typeof Waiting>

const Places = z.object({
  circleId: Id,
  taken: z.number(),
  byRoom: z.number(),
  byHands: z.number(),
  /** Null: the venue's chairs were not counted. */
  byChairs: z.number().nullable(),
  places: z.number(),
})

export const CalendarView = z.object({
  lines: z.array(CalendarLine),
  series: z.array(Series),
  holidays: z.array(Holiday),
  waiting: z.array(Waiting),
  places: z.array(Places),
  accounts: z.array(z.object({ id: Id, name: z.string(), role: Role })),
})
export type CalendarView = z.infer<typeof CalendarView>

export const readVenues = route({ method: 'GET', path: '/api/venues', may: 'account', reply: z.array(Venue) })
export const addVenue = route({ method: 'POST', path: '/api/venues', may: 'lead', body: VenueFields, reply: Venue })
export const saveVenue = route({
  method: 'PUT',
  path: '/api/venues/:id',
  may: 'lead',
  body: VenueFields.extend({ version: Version }),
  reply: Venue,
})
export const readCircles = route({ method: 'GET', path: '/api/circles', may: 'account', reply: z.array(Circle) })
export const addCircle = route({
  method: 'POST',
  path: '/api/circles',
  may: 'lead',
  body: CircleFields,
  reply: Circle,
})
export const saveCircle = route({
  method: 'PUT',
  path: '/api/circles/:id',
  may: 'lead',
  body: CircleFields.extend({ version: Version }),
  reply: Circle,
})
/** For each member of a circle the usual level in the home tier, and when they last came. */
export const readMembers = route({
  method: 'GET',
  path: '/api/circles/:id/members',
  may: 'account',
  notes: { did: 'looked at the circle', of: 'circle' },
  reply: z.array(
    z.object({
      participant: Id,
      usualLevel: z.number().nullable(),
      lastCame: Moment.nullable(),
      /** What is not to be forgotten of them; for leads. */
      remembered: z.array(Remembered),
    }),
  ),
})
/** Movements of the circle's last four meetings that were led, the last one first. */
export const readRecent = route({
  method: 'GET',
  path: '/api/circles/:id/recent',
  may: 'account',
  reply: z.array(z.array(z.string())),
})
export const readCircleLookBack = route({
  method: 'GET',
  path: '/api/circles/:id/look-back',
  may: 'lead',
  notes: { did: 'looked back', of: 'circle' },
  query: Weeks,
  reply: z.object({ weeks: z.literal(LOOK_BACK_WEEKS), back: CircleBack, goals: z.array(CircleGoal) }),
})
/** Puts somebody on the waiting list, gives them a place, or takes them off it. */
export const setWaiting = route({
  method: 'POST',
  path: '/api/circles/:id/waiting',
  may: 'lead',
  body: z.object({
    participant: z.uuid('Choose a person.'),
    does: z.enum(['wait', 'place', 'stop']),
    note: z.string().max(300, '300 characters at most.').default(''),
  }),
  reply: z.array(Waiting),
})
/** The dates ahead, what they follow from, who waits, and how many places each circle has. */
export const readCalendar = route({
  method: 'GET',
  path: '/api/calendar',
  may: 'account',
  notes: { did: 'looked at the list', of: 'practice' },
  reply: CalendarView,
})
/** A rule as it is sent: within the years of a practice, with no more dates otherwise than somebody sets. */
const SentRule = SeriesRule.refine(({ firstOn }) => firstOn >= '2000-01-01' && firstOn < '2100-01-01', {
  message: 'A first date lies between 2000 and 2099.',
  path: ['firstOn'],
}).refine(({ exceptions }) => Object.keys(exceptions).length <= 200, {
  message: 'A series has 200 dates at most that are otherwise: begin another.',
  path: ['exceptions'],
})
export const addSeries = route({
  method: 'POST',
  path: '/api/series',
  may: 'lead',
  body: z.object({ circleId: z.uuid('Choose a circle.'), rule: SentRule }),
  reply: Series,
})
export const saveSeries = route({
  method: 'PUT',
  path: '/api/series/:id',
  may: 'lead',
  body: z.object({ rule: SentRule, version: Version }),
  reply: Series,
})
/** Changes one date of a series: called off, held on a holiday, led by somebody else; what is left out stays. */
export const setSeriesDate = route({
  method: 'PUT',
  path: '/api/series/:id/dates/:on',
  may: 'lead',
  body: z.object({
    calledOff: SeriesException.shape.calledOff.unwrap().optional(),
    held: SeriesException.shape.held.unwrap().optional(),
    ledBy: SeriesException.shape.ledBy.unwrap().optional(),
  }),
  reply: Series,
})
export const removeSeries = route({
  method: 'DELETE',
  path: '/api/series/:id',
  may: 'lead',
  reply: z.object({ removed: Id }),
})
/** Makes the meeting of a date, to prepare it: empty, or with the plan of another meeting. */
export const addSeriesMeeting = route({
  method: 'POST',
  path: '/api/series/:id/meetings',
  may: 'lead',
  body: z.object({ on: z.iso.date('A date is needed.'), planFrom: Id.nullable().default(null) }),
  reply: z.object({ id: Id }),
})
export const addHoliday = route({
  method: 'POST',
  path: '/api/holidays',
  may: 'lead',
  body: HolidayFields,
  reply: z.array(Holiday),
})
export const removeHoliday = route({
  method: 'DELETE',
  path: '/api/holidays/:id',
  may: 'lead',
  reply: z.array(Holiday),
})
