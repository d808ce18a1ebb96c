/** An event that a device made: its id makes sending twice harmless, its time gives the order. */
interface Made {
  id: string
  /** Epoch milliseconds. */
  at: number
}

/**
 * Events once each and in the order in which they were made; those of the same moment by their id, so that every device
 * comes to the same order.
 *
 * @param events in any order, some of them twice
 * @example
 * inOrder([{ id: 'b', at: 2 }, { id: 'a', at: 1 }]).map((event) => event.id) // ['a', 'b']
 */
export function inOrder<E extends Made>(events: readonly E[]): E[] {
  return [...new Map(events.map((event) => [event.id, event])).values()].sort(
    (a, b) => a.at - b.at || (a.id < b.id ? -1 : 1),
  )
}
