import { medianOf } from '../number'
import { gainedFrom } from '../plan/coverage'
import type { Plan } from '../plan/plan'
import type { RiderToday } from '../plan/riders'
import type { Ask } from './ask'

/** The least served count at most so many times as much as the middle; ours. */
const LEAST_SERVED_AT_MOST = 2

/**
 * How much each person's seconds count: who gets less of what there is, through own doses, stand-ins and breath, counts
 * more. All shares together are 1.
 *
 * @example
 * sharesOf([], plan, ask) // []
 */
export function sharesOf(riders: readonly RiderToday[], everything: Plan, { catalogue }: Ask): number[] {
  const served = riders.map((rider) =>
    everything.blocks.reduce(
      (sum, block, index) =>
        sum + gainedFrom(rider.offers[index] ?? [], block, catalogue).reduce((own, { seconds }) => own + seconds, 0),
      0,
    ),
  )
  const middle = served.length === 0 ? 0 : medianOf(served.toSorted((a, b) => a - b))
  const counts = served.map((own) => Math.min(LEAST_SERVED_AT_MOST, Math.max(0.5, own === 0 ? Infinity : middle / own)))
  const all = counts.reduce((sum, count) => sum + count, 0)
  return counts.map((count) => count / all)
}
