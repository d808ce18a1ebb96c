import type { Catalogue } from '../catalogue/catalogue'
import { factsOf } from './facts'
import type { Person } from './person'

/** How hard somebody may press, and what says so. */
export interface EffortLimit {
  name: string
  /** Percent of full effort. */
  percentAtMost: number
}

/**
 * The strictest limit on somebody's effort: who has one is never asked to press as hard as they can.
 *
 * @returns null where nothing limits it
 * @source `considerations.yaml`
 * @example
 * effortLimit(ann, catalogue) // null
 */
export function effortLimit(person: Person, catalogue: Pick<Catalogue, 'considerations'>): EffortLimit | null {
  const limits = factsOf(person, catalogue).flatMap(({ row }) =>
    row.effortAtMost === undefined ? [] : [{ name: row.name, percentAtMost: row.effortAtMost }],
  )
  return limits.toSorted((a, b) => a.percentAtMost - b.percentAtMost)[0] ?? null
}
