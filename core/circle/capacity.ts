/** How many people a circle has places for, and what limits it. */
export interface Capacity {
  byRoom: number
  byHands: number
  /** By the chairs that are left; null: they were not counted. */
  byChairs: number | null
  /** The smallest of them. */
  places: number
}

/**
 * How many people a circle has places for: what the room holds, as many as there are hands to help,
 * and chairs to sit on.
 *
 * @param byRoom people who fit into the room
 * @param hands pairs of hands in the room, whoever leads counted in
 * @param byChairs those who have a place and one more for each chair that is left; null: not counted
 * @param peopleAPairOfHands from `stations.yaml`
 * @source ours
 * @example
 * capacityOf({ byRoom: 14, byChairs: null }, 1, 8) // { byRoom: 14, byHands: 8, byChairs: null, places: 8 }
 */
export function capacityOf(
  { byRoom, byChairs }: Pick<Capacity, 'byRoom' | 'byChairs'>,
  hands: number,
  peopleAPairOfHands: number,
): Capacity {
  const byHands = hands * peopleAPairOfHands
  return { byRoom, byHands, byChairs, places: Math.min(byRoom, byHands, byChairs ?? Infinity) }
}
