import { z } from 'zod'
import { Side, Tag } from '../catalogue/words'
import { BelievedToday, Flare, Person, Remembered, UsualPain } from './person'
import { NO_NEEDS, SeatNeeds } from './seatNeeds'

/** As asked for the norm tables; `unsaid` uses none. */
export const Sex = z.enum(['female', 'male', 'unsaid'])
export type Sex = z.infer<typeof Sex>

const day = z.iso.date('A date is written as year, month and day.')

/** A consideration with what only a lead sees. */
export const ParticipantConsideration = z.object({
  consideration: z.string().min(1, 'Choose a consideration.').max(60),
  side: Side.default('both'),
  clearedBy: z.string().max(120, 'The name has 120 characters at most.').default(''),
  note: z.string().max(500, 'A note has 500 characters at most.').default(''),
  /** The first day it holds, and the last; null: always has, until it is taken away. */
  since: day.nullable().default(null),
  until: day.nullable().default(null),
  clearedOn: day.nullable().default(null),
  /** The last day of the clearance; null: without an end. */
  clearedUntil: day.nullish(),
  /** What it opens; null: everything that the fact closes. */
  opens: z.array(Tag).nullish(),
  clearedFor: z.string().max(200, 'What it was cleared for has 200 characters at most.').default(''),
})
export type ParticipantConsideration = z.infer<typeof ParticipantConsideration>

/** What is written down of a participant: the form's fields, with the bounds that a form can explain. */
export const ParticipantFields = Person.omit({
  id: true,
  ranges: true,
  dials: true,
  visiting: true,
  leftOut: true,
  flares: true,
  remembered: true,
  believed: true,
  comesFor: true,
  rangeGaps: true,
  screenedOn: true,
}).extend({
  name: z.string('A name is needed.').trim().min(1, 'A name is needed.').max(120, 'A name has 120 characters at most.'),
  birthYear: z
    .number('The year of birth is a number.')
    .int('The year of birth is a whole number.')
    .min(1900, 'The year of birth is 1900 at least.')
    .max(2020, 'The year of birth is 2020 at most.')
    .nullable(),
  sex: Sex,
  heightCm: z
    .number('The height is a number of centimetres.')
    .min(100, 'The height is between 100 and 230 cm.')
    .max(230, 'The height is between 100 and 230 cm.')
    .nullable(),
  considerations: z.array(ParticipantConsideration).max(40),
  usualPain: UsualPain.default(null),
  /** What they need of their place in the room. */
  seat: SeatNeeds.default(NO_NEEDS),
  /** Ids of those they like to have beside them. */
  beside: z.array(z.uuid()).max(6, 'Six neighbours at most.').default([]),
  /** What they have at home, by prop: for those who join by video, and for home practice. */
  homeProps: z.record(z.string().max(40), z.number().int().min(0).max(20)).default({}),
  /** Where they themselves are reached. */
  telephone: z.string().trim().max(40, 'A telephone number has 40 characters at most.').default(''),
  /** Month and day, as `03-21`; null: not said. */
  birthday: z
    .string()
    .regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'A birthday is a month and a day.')
    .nullable()
    .default(null),
  /** Whom to call in an emergency: a name and a number. */
  emergencyContact: z.string().max(200, 'The contact has 200 characters at most.').default(''),
})
export type ParticipantFields = z.infer<typeof ParticipantFields>

/** A participant as stored: the fields, and what measures and screenings say. */
export const Participant = ParticipantFields.extend({
  id: z.uuid(),
  version: z.number().int(),
  ranges: Person.shape.ranges,
  dials: Person.shape.dials,
  visiting: Person.shape.visiting,
  leftOut: Person.shape.leftOut,
  flares: z.array(Flare).default([]),
  believed: BelievedToday.optional(),
  comesFor: Person.shape.comesFor,
  rangeGaps: Person.shape.rangeGaps,
  remembered: z.array(Remembered).default([]),
  screenedOn: day.nullable().default(null),
})
export type Participant = z.infer<typeof Participant>
