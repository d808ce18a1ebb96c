import { z } from 'zod'

const origin = z.string().min(1)
const seconds = z.number().min(0)
const share = z.number().min(0).max(1)

/** Seconds and bounds of a plan's clock: `catalogue/clock.yaml`. */
export const Clock = z.strictObject({
  voice: z.strictObject({ wordsAMinute: z.number().positive(), breathSeconds: z.number().min(0), origin }),
  introduction: z.strictObject({ firstSeconds: seconds, againSeconds: seconds, inChainSeconds: seconds, origin }),
  fetching: z.strictObject({ seconds, origin }),
  turningChair: z.strictObject({ seconds, origin }),
  sideChange: z.strictObject({ seconds, origin }),
  water: z.strictObject({ fromMinutes: z.number().positive(), seconds, origin }),
  afterLying: z.strictObject({ sittingSeconds: seconds, standingSeconds: seconds, origin }),
  paces: z.strictObject({
    brisk: z.number().positive(),
    usual: z.number().positive(),
    slow: z.number().positive(),
    'very-slow': z.number().positive(),
    origin,
  }),
  dizzy: z.strictObject({ changeoverFactor: z.number().min(1), waitSeconds: seconds, origin }),
  warmUp: z.strictObject({ seconds, origin }),
  length: z.strictObject({ overSeconds: seconds, shortShare: share, idleSeconds: seconds, origin }),
  strong: z.strictObject({ afterHoldSeconds: seconds, effortPercent: z.number(), regionWeight: share, origin }),
  coverage: z.strictObject({ coveredShare: share, alwaysWeight: share, weeklySeconds: seconds, origin }),
})
export type Clock = z.infer<typeof Clock>
