import { z } from 'zod'

const words = z.string().min(3).max(300)

/** From three questions about falls to what helps: `catalogue/falls.yaml`. */
export const Falls = z.strictObject({
  questions: z
    .array(
      z.strictObject({
        id: z.string(),
        says: words,
        /** The health fact that says yes. */
        fact: z.string(),
        /** The questions of the interview that ask it. */
        asked: z.array(z.string()).min(1),
      }),
    )
    .min(1),
  tests: z.array(z.strictObject({ measure: z.string(), helps: words })).min(1),
  again: z.strictObject({ raisedDays: z.number().int().positive(), yearDays: z.number().int().positive() }),
  /** What only somebody who treats them looks into. */
  clinician: z.array(words).min(1),
  /** Balance on the feet that guidelines ask for. */
  dose: z.strictObject({ hoursAWeek: z.number().positive(), months: z.number().positive(), source: words }),
  /** What is named, and not done here. */
  leftOut: words,
  origin: words,
})
export type Falls = z.infer<typeof Falls>
