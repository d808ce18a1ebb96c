import { z } from 'zod'

/** What happened, written down at once: when, to whom, what was done, who saw it. */
export const AccidentFields = z.object({
  /** Epoch milliseconds. */
  at: z.number().int(),
  /** Null: nobody of the circle, or not known yet. */
  participant: z.uuid().nullable().default(null),
  what: z.string().trim().min(1, 'Say in a few words what happened.').max(1000, 'A thousand characters at most.'),
  done: z.string().max(1000, 'A thousand characters at most.').default(''),
  witnesses: z.string().max(300, '300 characters at most.').default(''),
})

/** The same with the id that its device made. */
export const AccidentReport = AccidentFields.extend({ id: z.uuid() })
export type AccidentReport = z.infer<typeof AccidentReport>
