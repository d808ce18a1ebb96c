import { z } from 'zod'
import { Quality, Region, Strand } from './words'

/** What a session is for: regions with weights and the quality that is wanted first. A row of `catalogue/aims.yaml`. */
export const Aim = z.object({
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().min(3).max(60),
  words: z.string().max(200),
  quality: Quality,
  regions: z
    .partialRecord(Region, z.number().gt(0).max(1))
    .refine((regions) => Object.keys(regions).length > 0, 'An aim names a region at least.'),
  /** Lines of defence of which something has to be in it; left out: none. */
  strands: z.array(Strand).optional(),
})
export type Aim = z.infer<typeof Aim>
