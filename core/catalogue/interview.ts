import { z } from 'zod'
import { TIERS } from './words'

const Access = z.enum(['no', 'with-help', 'yes'])

/** What an answer leads to. */
const Finding = z.object({
  consideration: z.string(),
  /** Only where one of these makes it worse. */
  worse: z.array(z.string()).optional(),
  /** Only where none of the other findings of this answer holds. */
  otherwise: z.boolean().default(false),
  /** It ends so many days after it happened; what is longer ago leads to nothing. */
  days: z.number().int().positive().optional(),
  /** Otherwise it is only left out where it is longer ago, and ends by what is measured. */
  endsByDate: z.boolean().default(true),
  /** Until somebody treating them has cleared it, only what is safe is offered. */
  needsClearance: z.boolean().default(false),
})
export type Finding = z.infer<typeof Finding>

const Option = z.object({
  id: z.string(),
  says: z.string(),
  leadsTo: z.array(Finding).default([]),
  /** What they get into by their own account; nothing is opened by it, only narrowed. */
  access: z.partialRecord(z.enum(TIERS), Access).default({}),
  /** The consideration whose clearance is asked for with this answer. */
  asksClearance: z.string().optional(),
})

const Question = z.object({
  id: z.string(),
  ask: z.string(),
  asksSide: z.boolean().default(false),
  asksWhen: z.boolean().default(false),
  options: z.array(Option).min(2),
})
export type InterviewQuestion = z.infer<typeof Question>

const Place = z.object({
  id: z.string(),
  says: z.string(),
  sided: z.boolean().default(false),
  leadsTo: z.array(Finding),
})

const Section = z.object({ id: z.string(), title: z.string(), questions: z.array(Question).min(1) })

/** The screening interview: `catalogue/interview.yaml`. */
export const Interview = z.object({
  intro: z.string(),
  worse: z.array(z.object({ id: z.string(), says: z.string() })),
  places: z.array(Place),
  operations: z.array(Place),
  recentOperation: z.object({ consideration: z.string(), days: z.number().int().positive() }),
  /** What is asked before a first class, where the rest can wait. */
  first: Section,
  sections: z.array(Section),
})
export type Interview = z.infer<typeof Interview>
