import { z } from 'zod'
import { WholeSentence } from './wholeSentence'

/** Something of everyday life that people come for: a row of `catalogue/tasks.yaml`. */
export const Task = z.object({
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().min(3),
  /** As it stands in a sentence: "this is what the stairs need". */
  said: z.string().min(3),
  /** Said of several: "the stairs need". */
  plural: z.boolean().default(false),
  /** The two-minute test that says how it goes: its protocol, unit and real change. */
  measure: z.string(),
  /** What it asks of the body. */
  needs: WholeSentence,
  /** Which movements serve it, and how much of what it asks each trains, up to 1. */
  movements: z
    .record(z.string(), z.number().gt(0).max(1))
    .refine((movements) => Object.keys(movements).length >= 3, 'A task is served by three movements at least.'),
})
export type Task = z.infer<typeof Task>
