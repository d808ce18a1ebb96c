import { z } from 'zod'
import { Id } from './route'

/** A lead sees all; a helper leads and logs, and sees of health what today needs. */
export const Role = z.enum(['lead', 'helper'], 'A role is lead or helper.')
export type Role = z.infer<typeof Role>

/** Somebody who signs in. */
export const Account = z.object({
  id: Id,
  practiceId: Id,
  practiceName: z.string(),
  email: z.string(),
  name: z.string(),
  role: Role,
})
export type Account = z.infer<typeof Account>
