import type { Catalogue } from '../catalogue/catalogue'
import type { Consideration } from '../catalogue/consideration'
import { latestOf, type StoredMeasure } from '../measure/record'
import type { ParticipantConsideration } from './participant'

/**
 * Considerations that hold on a day: those that have begun and not ended; a clearance that has ended clears nothing.
 *
 * @example
 * inForce([{ since: null, until: '2026-01-01' }], '2026-11-25') // []
 */
export function inForce<C extends InForce>(considerations: readonly C[], on: string): C[] {
  return considerations
    .filter(({ until }) => until === null || until >= on)
    .map((own) => (own.clearedUntil && own.clearedUntil < on ? { ...own, clearedBy: '' } : own))
}

/** What says how long a health fact and its clearance hold. */
interface InForce {
  since: string | null
  until: string | null
  clearedBy?: string
  clearedUntil?: string | null | undefined
}

/**
 * Whether a health fact has ended by what was measured since: its gate was passed.
 *
 * @param records all results of the person
 * @example
 * hasEnded({ endsWith: [{ measure: 'tandem', atLeast: 10 }] }, { since: null }, []) // false
 */
export function hasEnded(
  { endsWith }: Pick<Consideration, 'endsWith'>,
  { since }: Pick<ParticipantConsideration, 'since'>,
  records: readonly StoredMeasure[],
): boolean {
  return endsWith.some(({ measure, atLeast }) =>
    [...latestOf(records).values()].some(
      (one) => one.measure === measure && one.value >= atLeast && since !== null && one.takenAt.slice(0, 10) > since,
    ),
  )
}

/**
 * The health facts that hold for somebody on a day: begun, not ended by date nor by what was measured since.
 *
 * @param records all results of the person
 * @example
 * holdingOn([], { on: '2026-11-25', records: [] }, catalogue) // []
 */
export function holdingOn(
  considerations: readonly ParticipantConsideration[],
  { on, records }: { on: string; records: readonly StoredMeasure[] },
  { considerations: rows }: Pick<Catalogue, 'considerations'>,
): ParticipantConsideration[] {
  return inForce(considerations, on).filter((own) => {
    const row = rows.get(own.consideration)
    return !row || !hasEnded(row, own, records)
  })
}
