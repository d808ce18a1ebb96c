import { z } from 'zod'

export const NewAccountFields = z.object({
  name: z.string('A name is needed.').trim().min(1, 'A name is needed.').max(120),
  email: z.email('This is not an e-mail address.').max(190),
  role: z.enum(['lead', 'helper'], 'A role is lead or helper.'),
  password: z.string('A password is needed.').min(10, 'A password has 10 characters at least.').max(200),
})

export const NewPracticeFields = z.object({
  practice: z.string('The practice needs a name.').trim().min(1, 'The practice needs a name.').max(120),
})
