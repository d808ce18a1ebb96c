import { z } from 'zod'
import { Day, Id, route } from './route'

const months = (least: number) =>
  z
    .number('Months are a whole number.')
    .int('Months are a whole number.')
    .min(least, `${least} months at least.`)
    .max(600, '50 years at most.')
    .nullable()

/** How long a practice keeps what it keeps, months; null: until somebody erases it. */
export const RetentionRules = z.object({
  /** People who were not heard of: their records are put before a lead. */
  peopleMonths: months(6),
  /** Entries of both logs: they go by themselves. */
  logsMonths: months(12),
})
export type RetentionRules = z.infer<typeof RetentionRules>

export const Retention = z.object({
  rules: RetentionRules,
  /** Whose record would go by the rule, the longest not heard of first. */
  due: z.array(z.object({ id: Id, name: z.string(), lastOn: Day })),
})
export type Retention = z.infer<typeof Retention>

/** The rules, and whom they would erase; by another rule where one is tried. */
export const readRetention = route({
  method: 'GET',
  path: '/api/retention',
  may: 'lead',
  notes: { did: 'looked at the list', of: 'practice' },
  query: z.object({ peopleMonths: z.coerce.number().int().min(6).max(600).optional() }),
  reply: Retention,
})
export const setRetention = route({
  method: 'PUT',
  path: '/api/retention',
  may: 'lead',
  body: RetentionRules,
  reply: Retention,
})
/** Erases those of whom it is said, as far as they are due by the rule that stands. */
export const eraseDue = route({
  method: 'POST',
  path: '/api/retention/erase',
  may: 'lead',
  body: z.object({ participants: z.array(Id).min(1).max(500) }),
  reply: Retention,
})
