import { z } from 'zod'
import { Dose } from '../catalogue/dose'
import { SchoolId, SideOrder } from '../catalogue/words'

/** One movement with one dose, done by all tiers at once. */
export const Block = z.object({
  id: z.string().min(1).max(60),
  movement: z.string().min(1).max(60),
  dose: Dose,
  rounds: z.number('Rounds are a whole number.').int('Rounds are a whole number.').min(1, 'One round at least.').max(10, 'Ten rounds at most.'),
  restSeconds: z.number('Rest is a number of seconds.').min(0, 'Rest cannot be less than 0 s.').max(300, 'Rest is 300 s at most.'),
  sideOrder: SideOrder,
})
export type Block = z.infer<typeof Block>

/** A session plan: a document. It changes through the commands of `edits.ts` only. */
export const Plan = z.object({
  format: z.literal('unhurried-circle-plan'),
  formatVersion: z.literal(1),
  title: z.string().max(120, 'A title has 120 characters at most.'),
  minutes: z.number('Minutes are a number.').int('Minutes are a whole number.').min(5, '5 minutes at least.').max(180, '180 minutes at most.'),
  school: SchoolId,
  /** Props lie beside the stations before the start, so nothing is fetched. */
  propsLaidOut: z.boolean(),
  blocks: z.array(Block).max(60, 'A plan has 60 blocks at most.'),
})
export type Plan = z.infer<typeof Plan>

/** A plan without blocks, ready for the first one. */
export function emptyPlan(title: string, minutes: number, school: SchoolId): Plan {
  return { format: 'unhurried-circle-plan', formatVersion: 1, title, minutes, school, propsLaidOut: true, blocks: [] }
}
