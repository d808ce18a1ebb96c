import type { Tag } from '../catalogue/words'

/** Who has cleared a health fact, and what of it. */
export interface Clearance {
  /** Empty: nobody. */
  clearedBy: string
  /** What it opens; left out or null: everything that the fact closes; empty: exercise as such, no position. */
  opens?: readonly Tag[] | null | undefined
}

/**
 * Whether a clearance opens a demand: what is opened is watched, what is not stays closed.
 *
 * @example
 * opensTag({ clearedBy: 'Dr Example', opens: ['kneeling'] }, 'deep-hip-bend') // false
 */
export function opensTag({ clearedBy, opens }: Clearance, tag: Tag): boolean {
  return clearedBy !== '' && (!opens || opens.includes(tag))
}
