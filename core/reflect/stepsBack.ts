import { z } from 'zod'
import type { Catalogue } from '../catalogue/catalogue'
import type { Region } from '../catalogue/words'
import type { AfterDays } from '../offer/person'

/** A step that hurt for days: proposed to be taken back. */
export const StepBack = z.object({
  participant: z.string(),
  /** The entry of the ledger that it takes back. */
  entry: z.string(),
  movement: z.string(),
  tier: z.string(),
  fromLevel: z.number(),
  toLevel: z.number(),
  /** What was turned; empty: the level. */
  words: z.string(),
  because: z.string(),
})
export type StepBack = z.infer<typeof StepBack>

/** A step as it was taken after the meeting that hurt for days. */
interface Taken {
  id: string
  participant: string
  movement: string
  tier: string
  fromLevel: number
  toLevel: number
  words: string
}

const SAID: Partial<Record<AfterDays, string>> = {
  'sore-days': 'Sore for two days and more after it.',
  worse: 'Worse after it.',
}

/**
 * Steps that were in what hurt for two days: those of the parts that are named, or all where none is.
 *
 * @param taken steps up that were in force in the meeting, and stand
 * @returns empty where it was fine, or sore for a day
 * @example
 * stepsBack([{ id: 'e', participant: 'ann', movement: 'bridge', tier: 'chair', fromLevel: 2, toLevel: 3, words: '' }],
 * { how: 'sore-days', where: [] }, catalogue)[0].toLevel
 * // 2
 */
export function stepsBack(
  taken: readonly Taken[],
  { how, where }: { how: AfterDays | null; where: readonly Region[] },
  { movements }: Pick<Catalogue, 'movements'>,
): StepBack[] {
  const because = how && SAID[how]
  if (!because) return []
  const isThere = (movement: string) =>
    where.length === 0 || where.some((region) => Object.hasOwn(movements.get(movement)?.regions ?? {}, region))
  return taken
    .filter((step) => isThere(step.movement))
    .map(({ id, participant, movement, tier, fromLevel, toLevel, words }) => ({
      ...{ participant, entry: id, movement, tier, words, because },
      ...{ fromLevel: toLevel, toLevel: fromLevel },
    }))
}
