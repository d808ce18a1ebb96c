import type { Measure } from '../catalogue/measure'
import { latestOf, type StoredMeasure } from '../measure/record'
import type { PersonRange } from './person'

/**
 * The ranges of a body that offers are held against: the newest result of every measure that stands for one.
 *
 * @returns degrees by range and side
 * @example
 * rangesOf([storedMeasure('shin-tilt', 28, { side: 'left' })], catalogue.measures)
 * // [{ range: 'ankle-bend', side: 'left', degrees: 28 }]
 */
export function rangesOf(records: readonly StoredMeasure[], measures: ReadonlyMap<string, Measure>): PersonRange[] {
  return [...latestOf(records).values()].flatMap(({ measure, side, value }) => {
    const range = measures.get(measure)?.range
    return range ? [{ range: range.of, side, degrees: Math.round(value * range.degreesPerUnit * 10) / 10 }] : []
  })
}
