import { z } from 'zod'
import { Tier } from './words'

const origin = z.string().min(1)
const count = z.number().int().positive()

/** A moment of the day that a practice is hung onto. */
export const Anchor = z.strictObject({
  id: z.string().min(1),
  /** Said after “I practise …”. */
  says: z.string().min(1),
  /** Where one is at that moment. */
  tiers: z.array(Tier).min(1),
  /** Whether there is time for a minute, and no more. */
  minute: z.boolean(),
})
export type Anchor = z.infer<typeof Anchor>

/** How a practice at home is hung onto a day, how it grows, and what is forgiven: `catalogue/habits.yaml`. */
export const Habits = z.strictObject({
  anchors: z.array(Anchor).min(1),
  growing: z.strictObject({ afterDays: count, origin }),
  minute: z.strictObject({ seconds: count, origin }),
  forgiving: z.strictObject({ days: count, weeks: count, origin }),
  badDay: z.string().min(1),
  places: z.record(Tier, z.string().min(1)),
  balance: z.string().min(1),
  stops: z.strictObject({ pain: z.number().min(1).max(10), origin }),
  origin,
})
export type Habits = z.infer<typeof Habits>
