import { z } from 'zod'

/** What somebody needs of their place in the room; said once, kept with the person. */
export const SeatNeeds = z.object({
  hearing: z.boolean().default(false),
  sight: z.boolean().default(false),
  wall: z.boolean().default(false),
  helper: z.boolean().default(false),
  door: z.boolean().default(false),
})
export type SeatNeeds = z.infer<typeof SeatNeeds>
export const NO_NEEDS: SeatNeeds = SeatNeeds.parse({})
