import { z } from 'zod'
import { SchoolId, SideOrder } from './words'

/** How a school raises the dose over a course of weeks; 0: it does not raise that. */
const CourseRule = z.object({
  everyWeeks: z.number().int().positive(),
  holdBy: z.number().min(0).default(0),
  holdUpTo: z.number().default(0),
  countBy: z.number().min(0).default(0),
  countUpTo: z.number().default(0),
  effortBy: z.number().min(0).default(0),
  effortUpTo: z.number().default(0),
})
export type CourseRule = z.infer<typeof CourseRule>

/** What a circle believes about dose and progress: defaults and the rule for stepping up. */
export const School = z.object({
  id: SchoolId,
  name: z.string(),
  belief: z.string(),
  usualDose: z.string(),
  stepUpRule: z.string(),
  sideOrder: SideOrder,
  tighterSideFirst: z.boolean(),
  /** Meetings in a row that must meet the rule before a step. */
  meetingsBeforeStep: z.number().int().positive(),
  /** Highest effort (0–10) that still allows a step; null: any. */
  effortAtMost: z.number().nullable(),
  /** Seconds of time on tissue a week, region and side; null: no aim. */
  weeklySecondsPerRegion: z.number().nullable(),
  /** How often at home, in days of the week; opinions run from two to every day. */
  homeDaysAWeek: z.number().int().min(1).max(7),
  course: CourseRule,
})
export type School = z.infer<typeof School>

export const Prop = z.object({
  id: z.string(),
  name: z.string(),
  /** How a list counts them: "2 cushions". */
  plural: z.string(),
  /** Part of a tier's station, so never fetched. */
  station: z.boolean().default(false),
})
export type Prop = z.infer<typeof Prop>
