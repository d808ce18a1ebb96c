import { entryAt } from '../entries'
import { solveWay, type Manner, type Way, type WayTask } from './way'
import { isSound, wayFaults, worstOf } from './wayFaults'

const TRIED: readonly Manner[] = [{}, { count: 5 }, { lifts: 'foot' }]

/**
 * A way between two poses that is found in a second or two: without the detours that {@link bestWay} tries in minutes
 * where the straight way goes through a limb.
 *
 * @returns the first that is sound, else the least unsound
 * @example
 * quickWay(task).moments.length // 5
 */
export function quickWay(task: WayTask): Way {
  const tried: { way: Way; worst: number }[] = []
  for (const manner of TRIED) {
    const way = solveWay(task, manner)
    const faults = wayFaults(way, task)
    if (isSound(faults)) return way
    tried.push({ way, worst: worstOf(faults) })
  }
  return entryAt(
    tried.toSorted((a, b) => a.worst - b.worst),
    0,
  ).way
}
