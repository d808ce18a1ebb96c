import type { Dose } from '../catalogue/dose'
import type { PoseName, PostureFigure, VariationFigure } from '../catalogue/figure'
import type { SolvedPose } from './figure'
import type { WayTask } from './way'

/**
 * From pose to pose of a variation: over the deepest one, where there is one; nothing where it has no other pose.
 *
 * @example
 * wayTasks(posture, VariationFigure.parse({}), { start: pose }) // []
 */
export function wayTasks(
  posture: PostureFigure,
  figure: VariationFigure,
  { start, deepest, end }: Partial<Record<PoseName, SolvedPose>>,
): WayTask[] {
  const task = (from: SolvedPose, to: SolvedPose, names: WayTask['names']): WayTask => ({
    ...{ posture, figure, from, to, names },
  })
  if (!start || !end) return []
  if (!deepest) return [task(start, end, ['start', 'end'])]
  return [task(start, deepest, ['start', 'deepest']), task(deepest, end, ['deepest', 'end'])]
}

/**
 * Whether a movement goes round: every school circles it.
 *
 * @example
 * circles({ doses: { dwell: { dose: { kind: 'hold', seconds: 30 } } } }) // false
 */
export function circles({ doses }: { doses: Record<string, { dose: Dose }> }): boolean {
  return Object.values(doses).every(({ dose }) => dose.kind === 'circle')
}
