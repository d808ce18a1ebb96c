import { getOrMake } from '../grouped'
import { entriesOf, entryAt, entryOf } from '../entries'
import type { Tier } from '../catalogue/words'
import { tellingSeconds } from '../plan/saying'
import type { RiderToday } from '../plan/riders'
import { changeover } from '../time/changeover'
import type { Ask } from './ask'

/**
 * Exact ways between all tuples: the slowest person's seconds, and the mean rise.
 *
 * @example
 * waysBetween([], [], ask) // { change: [], free: [], climb: [], noWay: new Map([]) }
 */
export function waysBetween(rows: readonly string[][], riders: readonly RiderToday[], { catalogue }: Ask) {
  const size = rows.length
  const [change, free, climb] = [sized(size), sized(size), sized(size)]
  const noWay = new Map<number, Set<number>>()
  const wayOf = knownWays(riders, catalogue)
  for (let from = 0; from < size; from += 1) {
    for (let to = 0; to < size; to += 1) {
      if (from === to) continue
      let [slowest, rise] = [0, 0]
      // As the timeline has it: a lane is told what its slowest person does.
      const told: Partial<Record<Tier, { seconds: number; cues: string[] }>> = {}
      for (let at = 0; at < riders.length; at += 1) {
        const way = wayOf(at, entryAt(entryAt(rows, from), at), entryAt(entryAt(rows, to), at))
        if (way === null) {
          if (from === 0) noWay.set(to, (noWay.get(to) ?? new Set()).add(at))
          continue
        }
        slowest = Math.max(slowest, way.seconds)
        const { tier } = entryAt(riders, at)
        if (way.seconds >= (told[tier]?.seconds ?? 0)) told[tier] = way
        rise += way.rise / riders.length
      }
      const moves = Object.fromEntries(entriesOf(told).map(([tier, { cues }]) => [tier, cues]))
      const telling = tellingSeconds(moves, catalogue.clock.voice)
      change[from * size + to] = Math.max(slowest, telling)
      free[from * size + to] = Math.max(0, slowest - telling)
      climb[from * size + to] = rise
    }
  }
  return { change, free, climb, noWay }
}

interface Way {
  seconds: number
  cues: string[]
  rise: number
}

/** The way of a rider between two postures; once for all who move alike. */
function knownWays(riders: readonly RiderToday[], catalogue: Ask['catalogue']) {
  const alike = new Map<string, Map<string, Map<string, Way | null>>>()
  const ofRider = riders.map(({ mover }) => {
    const { pace, sittingWaitSeconds, standingWaitSeconds, avoid } = mover
    const key = `${pace} ${sittingWaitSeconds} ${standingWaitSeconds} ${[...avoid].join()}`
    return getOrMake(alike, key, () => new Map<string, Map<string, Way | null>>())
  })
  return (at: number, from: string, to: string) =>
    getOrMake(
      getOrMake(entryAt(ofRider, at), from, () => new Map<string, Way | null>()),
      to,
      () => {
        const found = changeover(catalogue.graph, from, to, entryAt(riders, at).mover)
        if (!found) return null
        const heightOf = (posture: string) => entryOf(catalogue.postures, posture).height
        const rise = found.moves.reduce((sum, move) => sum + Math.max(0, heightOf(move.to) - heightOf(move.from)), 0)
        return { seconds: found.seconds, cues: found.moves.map(({ cue }) => cue), rise }
      },
    )
}

function sized(rows: number): Float64Array {
  return new Float64Array(rows * rows)
}
