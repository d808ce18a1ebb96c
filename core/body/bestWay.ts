import { bodyOf } from './figure'
import { cm } from './scene'
import { ballAt } from './spots'
import { length, sub, type Vec } from './vector'
import { solveWay, type Hop, type Manner, type Way, type WayTask } from './way'
import { isSound, wayFaults, worstOf, type WayFaults } from './wayFaults'

/** What goes less far needs no detour. */
const GOES_CM = 4
/** Where the plain way is not sound, these are tried before any detour. */
const PLAIN: readonly Manner[] = [
  { count: 5 },
  { count: 7 },
  { lifts: 'foot' },
  { lifts: 'foot', count: 5 },
  { lifts: 'foot', count: 7 },
]
const HOPS_CM = [6, 12, 18]
const DIRECTIONS: readonly Vec[] = [
  [0, 1, 0],
  [1, 0, 0],
  [-1, 0, 0],
  [0, 0, 1],
  [0, 0, -1],
  [0.7, 0.7, 0],
  [-0.7, 0.7, 0],
  [0, 0.7, 0.7],
]

/**
 * A way between two poses: the plain one, and where that goes through a limb or the ground, the best of those on which a
 * hand or a foot goes round.
 *
 * @example
 * bestWay(task).faults.slide < 0.5 // true
 */
export function bestWay(task: WayTask): Judged {
  let best = judged(task, {})
  for (const manner of PLAIN) {
    if (isSound(best.faults)) return best
    best = better(best, judged(task, manner))
  }
  const [body, end] = [bodyOf(task.from), bodyOf(task.to)]
  const going = (['palm', 'ball'] as const).map((part) =>
    (['left', 'right'] as const)
      .map((side): Hop['spot'] => `${side} ${part}`)
      .filter((spot) => length(sub(ballAt(body, spot).at, ballAt(end, spot).at)) > cm(GOES_CM)),
  )
  for (const hops of going.flatMap(hopsOf)) {
    if (isSound(best.faults)) break
    best = better(best, judged(task, { hops }))
  }
  return best
}

interface Judged {
  way: Way
  faults: WayFaults
}
const better = (one: Judged, other: Judged) => (worstOf(other.faults) < worstOf(one.faults) ? other : one)

function judged(task: WayTask, manner: Manner): Judged {
  const way = solveWay(task, manner)
  return { way, faults: wayFaults(way, task) }
}

/** Both alike, mirrored where they go to the side; then each by itself. */
function hopsOf(going: readonly Hop['spot'][]): Hop[][] {
  const sets = going.length > 1 ? [going, ...going.map((spot) => [spot])] : [going]
  return sets
    .flatMap((spots) =>
      HOPS_CM.flatMap((far) =>
        DIRECTIONS.map((direction) =>
          spots.map((spot): Hop => {
            const [x, y, z] = direction
            return { spot, by: [cm(far) * x, cm(far) * y, cm(far) * (spot.startsWith('left') ? -z : z)] }
          }),
        ),
      ),
    )
    .filter((hops) => hops.length > 0)
}
