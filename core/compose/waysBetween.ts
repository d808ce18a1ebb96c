import { entryAt, entryOf } from '../entries'
import type { RiderToday } from '../plan/riders'
import { changeover } from '../time/changeover'
import type { Ask } from './ask'

/**
 * Exact ways between all tuples: the slowest person's seconds, and the mean rise.
 *
 * @example
 * waysBetween([], [], ask) // { change: [], climb: [], noWay: new Map([]) }
 */
export function waysBetween(rows: readonly string[][], riders: readonly RiderToday[], { catalogue }: Ask) {
  const size = rows.length
  const [change, climb] = [new Float64Array(size * size), new Float64Array(size * size)]
  const noWay = new Map<number, Set<number>>()
  const known = new Map<string, { seconds: number; rise: number } | null>()
  const wayOf = (at: number, from: string, to: string) => {
    const { mover } = entryAt(riders, at)
    const waits = `${mover.sittingWaitSeconds} ${mover.standingWaitSeconds}`
    const key = `${mover.pace} ${waits} ${[...mover.avoid].join()} ${from} ${to}`
    let way = known.get(key)
    if (way === undefined) {
      const found = changeover(catalogue.graph, from, to, mover)
      way = found && {
        seconds: found.seconds,
        rise: found.moves.reduce(
          (sum, move) =>
            sum +
            Math.max(0, entryOf(catalogue.postures, move.to).height - entryOf(catalogue.postures, move.from).height),
          0,
        ),
      }
      known.set(key, way)
    }
    return way
  }
  for (let from = 0; from < size; from += 1) {
    for (let to = 0; to < size; to += 1) {
      if (from === to) continue
      let [slowest, rise] = [0, 0]
      for (let at = 0; at < riders.length; at += 1) {
        const way = wayOf(at, entryAt(entryAt(rows, from), at), entryAt(entryAt(rows, to), at))
        if (way === null) {
          if (from === 0) noWay.set(to, (noWay.get(to) ?? new Set()).add(at))
          continue
        }
        slowest = Math.max(slowest, way.seconds)
        rise += way.rise / riders.length
      }
      change[from * size + to] = slowest
      climb[from * size + to] = rise
    }
  }
  return { change, climb, noWay }
}
