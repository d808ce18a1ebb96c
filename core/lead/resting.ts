import type { LaneBlock } from '../plan/timeline'
import type { ScriptStep } from './script'

/**
 * Who is done with their own dose while a round of the block goes on, or has no side to catch up: they let go, stay
 * and breathe.
 *
 * @param lanes the block's lanes, as the timeline has them
 * @param step what the class is at
 * @param elapsedSeconds since the step began
 * @returns their ids
 * @example
 * restingAt([{ riders: ['ann'], catchUp: [], early: [{ rider: 'ann', roundSeconds: 15, rounds: 1,
 * workSeconds: 15 }] }], { kind: 'work', round: 1, side: 'both' }, 20)
 * // ['ann']
 */
export function restingAt(
  lanes: readonly Pick<LaneBlock, 'early' | 'catchUp' | 'riders'>[],
  step: Pick<ScriptStep, 'kind' | 'round' | 'side'>,
  elapsedSeconds: number,
): string[] {
  // Whoever has a shorter dose has none to go on with.
  if (step.kind === 'opening') return lanes.flatMap(({ early }) => early.map(({ rider }) => rider))
  if (step.kind !== 'work') return []
  if (step.side === 'weaker')
    return lanes.flatMap(({ riders, catchUp }) => riders.filter((rider) => !catchUp.includes(rider)))
  return lanes.flatMap(({ early }) =>
    early.filter((own) => step.round > own.rounds || elapsedSeconds >= own.roundSeconds).map((own) => own.rider),
  )
}
