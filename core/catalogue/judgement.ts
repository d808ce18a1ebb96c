import { z } from 'zod'

const origin = z.string().min(1)
const count = z.number().int().positive()
const share = z.number().min(0).max(1)
const pain = z.number().min(0).max(10)

/** Thresholds by which people are eased, stepped, asked and moved between tiers: `catalogue/judgement.yaml`. */
export const Judgement = z.strictObject({
  notReached: z.strictObject({ notReachedShare: share, farShare: share, timesOfThree: count, origin }),
  pain: z.strictObject({ eases: pain, rise: pain, stillSteps: pain, stops: pain, origin }),
  proof: z.strictObject({
    triedLately: count,
    triedMeetings: count,
    wideGapMeetings: count,
    wideGapEffort: z.number().min(0).max(10),
    origin,
  }),
  first: z.strictObject({ meetings: count, veryEasyEffort: z.number().min(0).max(10), monthDays: count, origin }),
  steps: z.strictObject({ aMeeting: count, origin }),
  evidence: z.strictObject({ days: count, origin }),
  asking: z.strictObject({ days: count, origin }),
  away: z.strictObject({ easesDays: count, screensDays: count, origin }),
  easing: z.strictObject({ levelsAtMost: count, unscreenedLevel: count, origin }),
  screening: z.strictObject({ days: count, origin }),
  start: z.strictObject({ restedAtAge: count, origin }),
  tiers: z.strictObject({ readyLevel: count, readyShare: share, visits: count, visitDoneShare: share, origin }),
  blockDose: z.strictObject({ moreThanShare: share, origin }),
  missed: z.strictObject({ share, inARow: count, origin }),
})
export type Judgement = z.infer<typeof Judgement>
