import { z } from 'zod'

/** What happened, written down at once: when, to whom, what was done, who saw it. */
export const AccidentReport = z.object({
  id: z.uuid(),
  /** Epoch milliseconds. */
  at: z.number().int(),
  /** Null: nobody of the circle, or not known yet. */
  participant: z.uuid().nullable().default(null),
  what: z.string().trim().min(1, 'Say in a few words what happened.').max(1000, 'A thousand characters at most.'),
  done: z.string().max(1000, 'A thousand characters at most.').default(''),
  witnesses: z.string().max(300, '300 characters at most.').default(''),
})
export type AccidentReport = z.infer<typeof AccidentReport>
