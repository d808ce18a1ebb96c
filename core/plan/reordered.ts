import { entryAt } from '../entries'
import type { Plan } from './plan'
import type { Timeline } from './timeline'
import type { Rider } from './typicalRiders'

/**
 * A plan and its people's offers in another order of blocks, so that the order can be timed before it is taken.
 *
 * @param order block ids; blocks that are not named keep their order at the end
 * @example
 * reordered(plan, riders, ['c', 'a', 'b']).plan.blocks.map((block) => block.id) // ['c', 'a', 'b']
 */
export function reordered<R extends Rider>(
  plan: Plan,
  riders: readonly R[],
  order: readonly string[],
): { plan: Plan; riders: R[] } {
  const placeOf = (id: string) => (order.includes(id) ? order.indexOf(id) : order.length)
  const places = plan.blocks
    .map((_, at) => at)
    .sort((a, b) => placeOf(entryAt(plan.blocks, a).id) - placeOf(entryAt(plan.blocks, b).id))
  return {
    plan: { ...plan, blocks: places.map((at) => entryAt(plan.blocks, at)) },
    riders: riders.map((rider) => ({ ...rider, offers: places.map((at) => rider.offers[at] ?? []) })),
  }
}

/** What another order of the blocks changes. */
export interface OrderChange {
  /** Seconds that the whole plan becomes longer; less than 0: shorter. */
  seconds: number
  /** Body heights that all lanes climb more in all. */
  climb: number
  floorTrips: number
}

/**
 * Two timings of the same blocks held against each other.
 *
 * @example
 * orderChange(timeline, { ...timeline, seconds: timeline.seconds + 30 }).seconds // 30
 */
export function orderChange(before: TimelineSum, after: TimelineSum): OrderChange {
  return {
    seconds: after.seconds - before.seconds,
    climb: climbOf(after) - climbOf(before),
    floorTrips: (after.contours.floor?.floorTrips ?? 0) - (before.contours.floor?.floorTrips ?? 0),
  }
}

type TimelineSum = Pick<Timeline, 'seconds' | 'contours'>

function climbOf({ contours }: TimelineSum): number {
  return Object.values(contours).reduce((sum, contour) => sum + (contour?.climb ?? 0), 0)
}
