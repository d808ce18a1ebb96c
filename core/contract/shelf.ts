import { z } from 'zod'
import { CheckWeight } from '../check/check'
import { SeriesRule } from '../calendar/series'
import { ShelfFields, ShelfPlan } from '../plan/shelf'
import { PlanVersion } from './meetings'
import { Id, Moment, route, Version } from './route'

/** What a plan would be in a circle. */
export const ShelfFit = z.object({
  mayBeLed: z.boolean(),
  seconds: z.number(),
  people: z.number(),
  checks: z.array(z.object({ id: z.string(), weight: CheckWeight, what: z.string(), why: z.string() })),
  leftOut: z.array(z.object({ name: z.string(), movements: z.array(z.string()) })),
})
export type ShelfFit = z.infer<typeof ShelfFit>

/** A course of weeks, looked at or made. */
export const Course = z.object({
  weeks: z.array(
    z.object({
      startsAt: Moment,
      seconds: z.number(),
      changes: z.array(z.string()),
      meetingId: Id.nullable(),
    }),
  ),
})
export type Course = z.infer<typeof Course>

/** All plans on the practice's shelf, those saved last first. */
export const readShelf = route({ method: 'GET', path: '/api/shelf', may: 'account', reply: z.array(ShelfPlan) })
export const addToShelf = route({
  method: 'POST',
  path: '/api/shelf',
  may: 'lead',
  body: ShelfFields,
  reply: ShelfPlan,
})
/** Saves a plan of the shelf: its blocks, its tags, whether it is put away. */
export const saveOnShelf = route({
  method: 'PUT',
  path: '/api/shelf/:id',
  may: 'lead',
  body: ShelfFields.extend({ version: Version }),
  reply: ShelfPlan,
})
export const readShelfVersions = route({
  method: 'GET',
  path: '/api/shelf/:id/versions',
  may: 'lead',
  reply: z.array(PlanVersion),
})
/** A plan of the shelf held against a circle: what it would be there, and what that circle cannot do. */
export const readShelfFit = route({
  method: 'GET',
  path: '/api/shelf/:id/fit',
  may: 'lead',
  notes: { did: 'looked at the list', of: 'practice' },
  query: z.object({ circle: z.uuid('Choose a circle.') }),
  reply: ShelfFit,
})
/** A course of weekly meetings from one plan, with what changes from week to week; only looked at, or made. */
export const makeCourse = route({
  method: 'POST',
  path: '/api/shelf/:id/course',
  may: 'lead',
  body: z.object({
    circleId: z.uuid('Choose a circle.'),
    startsAt: z.iso.datetime('A date and a time are needed.'),
    /** Where the time of day stays through a change to or from summer time. */
    zone: SeriesRule.shape.zone,
    weeks: z.number('Weeks are a number.').int().min(1, 'One week at least.').max(26, '26 weeks at most.'),
    variety: z.union([z.literal(0), z.literal(1), z.literal(2)]).default(0),
    /** Only say what it would be. */
    look: z.boolean().default(false),
  }),
  reply: Course,
})
