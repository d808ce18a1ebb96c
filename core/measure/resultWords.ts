import { z } from 'zod'
import type { Measure } from '../catalogue/measure'
import { Side } from '../catalogue/words'
import { againstNorm, NormWord, type NormPerson } from './norms'
import { ChangeWord, changeWord, realChangeFor, type SameDayPair } from './realChange'
import { amountWords, latestOf, type StoredMeasure } from './record'
import { SideDifference, sideDifference } from './sides'

/** What is said of one result at once. */
export const ResultWords = z.object({
  measure: z.string(),
  side: Side,
  amount: z.string(),
  /** Against the person's own result before; null at the first time. */
  change: ChangeWord.nullable(),
  norms: z.array(NormWord),
  /** Against the other side's newest; null where there is none. */
  sides: SideDifference.nullable(),
})
export type ResultWords = z.infer<typeof ResultWords>

/**
 * Says what a result means as soon as it is there: the person's own change, the tables for age and sex, the sides. A
 * simulated one means nothing, and says so.
 *
 * @param record the new result
 * @param known what was on file before it, and the practice's same-day pairs of this measure
 * @example
 * resultWords(chairStand, { measure: 'chair-stand', side: 'both', value: 12 }, { earlier: [], pairs: [] }, { age:
 * 74, sex: 'female' }).amount
 * // '12 stands'
 */
export function resultWords(
  measure: Measure,
  record: Pick<StoredMeasure, 'measure' | 'side' | 'value'> & Partial<Pick<StoredMeasure, 'simulated'>>,
  { earlier, pairs }: { earlier: readonly StoredMeasure[]; pairs: readonly SameDayPair[] },
  person: NormPerson,
): ResultWords {
  const base = { measure: measure.id, side: record.side, amount: amountWords(measure, record.value) }
  if (record.simulated)
    return { ...base, amount: `${base.amount}, simulated: it counts for nothing`, change: null, norms: [], sides: null }
  const latest = latestOf(earlier)
  const before = latest.get(`${record.measure} ${record.side}`)
  const other =
    record.side === 'both' ? undefined : latest.get(`${record.measure} ${record.side === 'left' ? 'right' : 'left'}`)
  const [left, right] = record.side === 'left' ? [record.value, other?.value] : [other?.value, record.value]
  return {
    ...base,
    change: before
      ? changeWord(measure, { from: before.value, to: record.value }, realChangeFor(measure, pairs))
      : null,
    norms: measure.norms.map((table) => againstNorm(table, measure, record.value, person)),
    sides: left === undefined || right === undefined ? null : sideDifference(measure, left, right),
  }
}
