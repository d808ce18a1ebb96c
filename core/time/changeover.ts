import { entryOf } from '../entries'
import type { BodySide } from '../body/joints'
import type { Clock } from '../catalogue/clock'
import type { Move, Posture, PostureGraph } from '../catalogue/posture'
import type { Tag } from '../catalogue/words'

/** How one person changes position: what multiplies the moves, what waits are added, and what is closed to them. */
export interface Mover {
  /** How much longer than a brisk mover, times what considerations add. */
  pace: number
  /** Waited after sitting up from lying, seconds. */
  sittingWaitSeconds: number
  /** Waited after standing up, seconds. */
  standingWaitSeconds: number
  /** The leg that leads on the way to the floor and up, where the other is weaker; null: either. */
  strongLeg: BodySide | null
  /** Demands that a consideration blocks for this person: postures and moves that carry them are closed. */
  avoid: ReadonlySet<Tag>
}

/**
 * Somebody without limits who moves at the usual pace.
 *
 * @example
 * usualMover(clock) // { pace: 1.25, sittingWaitSeconds: 0, standingWaitSeconds: 0, strongLeg: null, avoid: new Set([]) }
 */
export function usualMover({ paces }: Pick<Clock, 'paces'>): Mover {
  return { pace: paces.usual, sittingWaitSeconds: 0, standingWaitSeconds: 0, strongLeg: null, avoid: new Set() }
}

/** One safe move, as it is spoken and timed. */
export interface ChangeoverMove {
  from: string
  to: string
  seconds: number
  waitSeconds: number
  cue: string
}

export interface Changeover {
  seconds: number
  moves: ChangeoverMove[]
}

/**
 * The shortest safe way from one posture to another for one person: the transition script, timed.
 *
 * @param graph the posture graph
 * @param from posture id, `tier/posture`
 * @param to posture id of the same tier
 * @param mover pace, waits and closed postures of the person
 * @returns seconds with waits, and the moves in order; null where no way is open to this person
 * @source seconds of the moves are ours; the roundabout way up from lying is common practice, no source
 * @example
 * changeover(graph, 'floor/supine', 'floor/free', { ...usualMover(clock), pace: 1 })?.seconds // 67.5
 */
export function changeover(graph: PostureGraph, from: string, to: string, mover: Mover): Changeover | null {
  const way = shortestWay(graph, from, to, mover.avoid)
  if (way === null) return null
  const moves = way.map((step) => {
    const risesToStand = step.to.height === 1 && step.from.height < 1
    const sitsUp = step.from.height <= LYING_HEIGHT && step.to.height > LYING_HEIGHT
    const sittingUp = sitsUp ? mover.sittingWaitSeconds : 0
    return {
      from: step.from.id,
      to: step.to.id,
      seconds: step.seconds * mover.pace,
      waitSeconds: risesToStand ? mover.standingWaitSeconds : sittingUp,
      cue: step.cue,
    }
  })
  return { seconds: moves.reduce((sum, move) => sum + move.seconds + move.waitSeconds, 0), moves }
}

/**
 * Whether there is any safe way at all for somebody to whom some demands are closed.
 *
 * @example
 * hasWay(graph, 'chair/tall', 'chair/tall', new Set()) // true
 */
export function hasWay(graph: PostureGraph, from: string, to: string, avoid: ReadonlySet<Tag>): boolean {
  return shortestWay(graph, from, to, avoid) !== null
}

/** At or under this height of the contour the body lies. */
export const LYING_HEIGHT = 0.1

interface Step {
  from: Posture
  to: Posture
  seconds: number
  cue: string
}

type Ways = Map<string, Step[] | null>

/** Ways do not depend on the pace, so each is searched once for a graph and a set of closed demands. */
const knownWays = new WeakMap<PostureGraph, Map<string, Ways>>()

const knownNames = new WeakMap<ReadonlySet<Tag>, string>()

/** One name for equal sets; a mover's set is asked for in every block, so it is spelled out once. */
function nameOf(avoid: ReadonlySet<Tag>): string {
  let name = knownNames.get(avoid)
  if (name === undefined) knownNames.set(avoid, (name = [...avoid].sort().join(' ')))
  return name
}

function shortestWay(graph: PostureGraph, from: string, to: string, avoid: ReadonlySet<Tag>): Step[] | null {
  if (from === to) return []
  const key = nameOf(avoid)
  let byAvoid = knownWays.get(graph)
  if (!byAvoid) knownWays.set(graph, (byAvoid = new Map()))
  let ways = byAvoid.get(key)
  if (!ways) byAvoid.set(key, (ways = new Map()))
  const pair = `${from}>${to}`
  const known = ways.get(pair)
  if (known !== undefined) return known
  const way = search(graph, from, to, avoid)
  ways.set(pair, way)
  return way
}

/** Dijkstra's algorithm; the graph has about thirty postures, so a plain scan for the nearest one is enough. */
function search(graph: PostureGraph, from: string, to: string, avoid: ReadonlySet<Tag>): Step[] | null {
  const postures = new Map(graph.postures.map((posture) => [posture.id, posture]))
  const isOpen = (demands: readonly Tag[]) => !demands.some((tag) => avoid.has(tag))
  const best = new Map<string, { seconds: number; way: Step[] }>([[from, { seconds: 0, way: [] }]])
  const settled = new Set<string>()
  for (;;) {
    const here = nearest(best, settled)
    if (here === undefined) return null
    const reached = entryOf(best, here)
    if (here === to) return reached.way
    settled.add(here)
    for (const move of graph.moves) {
      if (!isOpen(move.demands)) continue
      const step = stepAlong(move, here, postures, graph.upwardFactor)
      if (step === null || settled.has(step.to.id) || !isOpen(step.to.demands)) continue
      const seconds = reached.seconds + step.seconds
      const other = best.get(step.to.id)
      if (!other || seconds < other.seconds) best.set(step.to.id, { seconds, way: [...reached.way, step] })
    }
  }
}

function nearest(best: Map<string, { seconds: number }>, settled: Set<string>): string | undefined {
  let found: string | undefined
  for (const [id, { seconds }] of best) {
    if (!settled.has(id) && (found === undefined || seconds < entryOf(best, found).seconds)) found = id
  }
  return found
}

function stepAlong(move: Move, here: string, postures: Map<string, Posture>, upwardFactor: number): Step | null {
  const [first, second] = move.between
  if (here !== first && here !== second) return null
  const forward = here === first
  const from = entryOf(postures, here)
  const to = entryOf(postures, forward ? second : first)
  const upward = to.height > from.height
  return { from, to, seconds: move.seconds * (upward ? upwardFactor : 1), cue: forward ? move.cue : move.backCue }
}
