import type { Measure } from '../catalogue/measure'
import type { Side } from '../catalogue/words'
import { bandFor, type NormBand, type NormPerson } from './norms'
import { changeWord, realChangeFor, type SameDayPair } from './realChange'
import { amountWords, holding, type StoredMeasure } from './record'

/** One result as it is said to the person whose it is, with what a picture of it needs. */
export interface ToldResult {
  measure: string
  side: Side
  /** What was done, in plain words: "Timed up and go, 3 m, left". */
  title: string
  /** Now, at first, and what that means; whole sentences. */
  sentences: string[]
  /** Oldest first; `on` is an ISO day, `value` in the measure's unit. */
  points: { on: string; value: number }[]
  /** Where half of the people of their age and sex are; null: not known. */
  band: NormBand | null
  better: Measure['better']
}

/** How long something may be ago to be told as how it is now, days; ours. */
const TOLD_FOR_DAYS = 366

/**
 * A result as it is said to the person: how it is now, how it was at first, whether that is more than chance, and where
 * people of their age are. What was simulated or corrected is not told.
 *
 * @param whom all results of the person, their age and sex, and the practice's same-day pairs of this measure
 * @param on ISO day of telling, and how a day is written
 * @returns null where nothing was measured in the last year
 * @example
 * toldResult(chairStand, 'both', { records: [storedMeasure('chair-stand', 9)], norm: { age: 74, sex: 'female' },
 * pairs: [] }, { on: '2026-11-25', dayWords: (iso) => iso })!.sentences[0]
 * // 'Now, on 2026-11-20: 9 stands.'
 */
export function toldResult(
  measure: Measure,
  side: Side,
  { records, norm, pairs }: { records: readonly StoredMeasure[]; norm: NormPerson; pairs: readonly SameDayPair[] },
  { on, dayWords }: { on: string; dayWords: (iso: string) => string },
): ToldResult | null {
  const own = holding(records).filter((record) => record.measure === measure.id && record.side === side)
  const points = own.map(({ takenAt, value }) => ({ on: takenAt.slice(0, 10), value }))
  const [first, last] = [points[0], points.at(-1)]
  if (!first || !last || Date.parse(on) - Date.parse(last.on) > TOLD_FOR_DAYS * 86_400_000) return null
  const band = bandFor(measure, norm)
  const amount = (value: number) => amountWords(measure, value)
  return {
    ...{ measure: measure.id, side, points, band, better: measure.better },
    title: side === 'both' ? measure.name : `${measure.name}, ${side}`,
    sentences: [
      `Now, on ${dayWords(last.on)}: ${amount(last.value)}.`,
      ...(points.length > 1 ? [`At first, on ${dayWords(first.on)}: ${amount(first.value)}.`] : []),
      ...(points.length > 1 ? [meant(measure, { from: first.value, to: last.value }, pairs)] : []),
      ...(band
        ? [`Half of the people of your age and sex are between ${amount(band.low)} and ${amount(band.high)}.`]
        : []),
    ],
  }
}

/** What a change means to whoever it is of. */
function meant(measure: Measure, between: { from: number; to: number }, pairs: readonly SameDayPair[]): string {
  const real = realChangeFor(measure, pairs)
  const { kind } = changeWord(measure, between, real)
  if (real === null) return { better: 'It is better.', worse: 'It is less than it was.', none: 'It is the same.' }[kind]
  return {
    better: 'That is more than chance: it is better.',
    worse: 'That is more than chance: it is less than it was. Talk about it with us.',
    none: `That is about the same: less than ${amountWords(measure, real.amount)} can be chance.`,
  }[kind]
}
