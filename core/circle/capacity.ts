/** How many people a circle has places for, and what limits it. */
export interface Capacity {
  byRoom: number
  byHands: number
  /** The smaller of the two. */
  places: number
}

/**
 * How many people a circle has places for: what the room holds, and as many as there are hands to help.
 *
 * @param byRoom people who fit into the room
 * @param hands pairs of hands in the room, whoever leads counted in
 * @param peopleAPairOfHands from `stations.yaml`
 * @source ours
 * @example
 * capacityOf(14, 1, 8) // { byRoom: 14, byHands: 8, places: 8 }
 */
export function capacityOf(byRoom: number, hands: number, peopleAPairOfHands: number): Capacity {
  const byHands = hands * peopleAPairOfHands
  return { byRoom, byHands, places: Math.min(byRoom, byHands) }
}
