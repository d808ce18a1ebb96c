import { z } from 'zod'

/** What somebody can have done with anybody's health data. */
export const HealthDeed = z.enum([
  'looked at the list',
  'looked at the person',
  'looked at the profile',
  'looked at screenings',
  'looked at the ledger',
  'looked at letters',
  'looked at home practice',
  'looked at levels',
  'looked at the meeting',
  'looked at accidents',
  'looked at the circle',
  'looked back',
  'changed the person',
  'took a screening',
  'entered measures',
  'placed levels',
  'decided',
  'took the record out',
  'made a handout',
  'wrote a letter',
  'took the archive out',
  'took measures out',
  'took outcomes out',
  'imported',
  'erased the record',
  'removed the made-up circle',
])
export type HealthDeed = z.infer<typeof HealthDeed>
