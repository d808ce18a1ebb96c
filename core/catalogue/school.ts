import { z } from 'zod'
import { SchoolId, SideOrder } from './words'

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
