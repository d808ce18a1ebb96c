import { z } from 'zod'
import { Plan } from './plan'

/** A word under which plans are found: small letters, short. */
export const PlanTag = z
  .string()
  .trim()
  .toLowerCase()
  .min(1, 'A tag has a letter at least.')
  .max(30, 'A tag has 30 characters at most.')

/** What is set of a plan on the shelf. */
export const ShelfFields = z.object({
  plan: Plan,
  tags: z.array(PlanTag).max(12, 'Twelve tags at most.').default([]),
  archived: z.boolean().default(false),
})
export type ShelfFields = z.infer<typeof ShelfFields>

/** A plan kept for later and for other circles. */
export const ShelfPlan = ShelfFields.extend({
  id: z.uuid(),
  version: z.number().int(),
  savedBy: z.string(),
  savedAt: z.string(),
})
export type ShelfPlan = z.infer<typeof ShelfPlan>

/**
 * Finds plans by words in title, aim, tags or movements; every word must be found.
 *
 * @param movementName names of movements by id
 * @example
 * foundOnShelf([], 'hips evening', () => '') // []
 */
export function foundOnShelf(
  shelf: readonly ShelfPlan[],
  asked: string,
  movementName: (id: string) => string,
): ShelfPlan[] {
  const words = asked
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  return shelf.filter(({ plan, tags }) => {
    const text = [
      plan.title,
      plan.aim?.name ?? '',
      `${plan.minutes} min`,
      ...tags,
      ...plan.blocks.map((block) => movementName(block.movement)),
    ]
      .join(' ')
      .toLowerCase()
    return words.every((word) => text.includes(word))
  })
}
