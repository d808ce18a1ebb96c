import { z } from 'zod'
import type { Catalogue } from '../catalogue/catalogue'
import { SchoolId } from '../catalogue/words'
import { blockFor } from './edits'
import { emptyPlan, type Plan } from './plan'

/** A plan that ships, for a shelf on which nothing stands yet. A row of `catalogue/readyPlans.yaml`. */
export const ReadyPlan = z.object({
  aim: z.string(),
  minutes: z.number().int().positive(),
  school: SchoolId,
  /** Movement and rounds, block by block. */
  blocks: z.array(z.tuple([z.string(), z.number().int().positive()])).min(2),
})
export type ReadyPlan = z.infer<typeof ReadyPlan>

/** The tag under which plans that ship stand on the shelf. */
export const READY_TAG = 'ready'

/**
 * A plan that ships, whole: with the school's doses.
 *
 * @returns null where its aim is not in the catalogue
 * @example
 * planOfReady({ aim: 'free-hips', minutes: 45, school: 'dwell', blocks: [['bridge', 2], ['paced-breath', 1]] },
 * catalogue).title
 * // 'Free hips, 45 minutes'
 */
export function planOfReady({ aim: id, minutes, school, blocks }: ReadyPlan, catalogue: Catalogue): Plan | null {
  const aim = catalogue.aims.find((one) => one.id === id)
  if (!aim) return null
  return {
    ...emptyPlan(`${aim.name}, ${minutes} minutes`, minutes, school),
    aim,
    drinkBreak: minutes >= catalogue.clock.water.fromMinutes,
    blocks: blocks.flatMap(([id, rounds], at) => {
      const movement = catalogue.movements.get(id)
      return movement ? [{ ...blockFor(movement, school, `r${at + 1}-${id}`.slice(0, 60), catalogue), rounds }] : []
    }),
  }
}
