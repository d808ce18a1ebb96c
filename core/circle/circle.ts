import { z } from 'zod'
import { isZone } from '../calendar/series'
import { SchoolId } from '../catalogue/words'

/** Where a circle meets: room size in metres, the cupboard, and what is needed when something goes wrong. */
export const VenueFields = z.object({
  name: z.string().trim().min(1, 'A venue needs a name.').max(120),
  address: z.string().max(300).default(''),
  roomLengthM: z
    .number('The length is a number of metres.')
    .min(2, 'A room is 2 m long at least.')
    .max(60, 'A room is 60 m long at most.'),
  roomWidthM: z
    .number('The width is a number of metres.')
    .min(2, 'A room is 2 m wide at least.')
    .max(60, 'A room is 60 m wide at most.'),
  emergencyPlan: z.string().max(1000).default(''),
  /** What is dialled there; empty: not said, and the words are about the local number. */
  emergencyNumber: z.string().trim().max(40, '40 characters at most.').default(''),
  defibrillator: z.string().max(300).default(''),
  door: z
    .object({
      wall: z.enum(['top', 'right', 'bottom', 'left']),
      alongM: z.number('Where the door is, is a number of metres.').min(0, 'The door is in the wall.').max(60),
    })
    .default({ wall: 'bottom', alongM: 1 }),
  cupboard: z.record(z.string(), z.number('A number of props.').int().min(0).max(500)).default({}),
  /** Whether somebody has measured the room; until then its size is a guess. */
  isMeasured: z.boolean().default(true),
  /** The clock on its wall; null: not said, and every device shows its own. */
  zone: z.string().max(60).refine(isZone, 'This time zone is not known.').nullable().default(null),
})
export type VenueFields = z.infer<typeof VenueFields>

export const Venue = VenueFields.extend({ id: z.uuid(), version: z.number().int() })
export type Venue = z.infer<typeof Venue>

/** A standing group that meets regularly, with the habits that hold for all its meetings. */
export const CircleFields = z.object({
  name: z.string().trim().min(1, 'A circle needs a name.').max(120),
  venueId: z.uuid('Choose a venue.'),
  school: SchoolId,
  minutes: z.number('Minutes are a number.').int().min(5, '5 minutes at least.').max(180, '180 minutes at most.'),
  sideHabit: z.enum(['left-right', 'first-second']).default('left-right'),
  /** How much is said aloud: what has to be, what helps too, or all there is time for; and by what is counted. */
  howMuch: z.enum(['few', 'usual', 'full']).default('usual'),
  counting: z.enum(['seconds', 'breaths', 'tempo']).default('seconds'),
  /** Always the same, in turn from week to week, or each on the tighter side. */
  startSide: z.enum(['left', 'right', 'in-turn', 'tighter']).default('left'),
  members: z.array(z.uuid()).max(60, 'A circle has 60 people at most.').default([]),
  /** Pairs of hands in the room besides the participants, whoever leads counted in. */
  helpers: z
    .number('Helpers are a number.')
    .int('Helpers are a whole number.')
    .min(1, 'Whoever leads is one.')
    .max(20, '20 helpers at most.')
    .default(1),
  /** How much getting up a lane may do in one session, in body heights. */
  climbAtMost: z
    .number('The limit is a number.')
    .min(0.5, 'Half a body height at least.')
    .max(30, '30 body heights at most.')
    .default(4),
  /** By what its people are judged: by what is believed of them, or by counting meetings. */
  judging: z.enum(['belief', 'counting']).default('belief'),
})
export type CircleFields = z.infer<typeof CircleFields>

export const Circle = CircleFields.extend({ id: z.uuid(), version: z.number().int() })
export type Circle = z.infer<typeof Circle>
