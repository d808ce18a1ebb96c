import type { ClockReading } from './clock'
import { eased } from './motionAt'
import type { ScriptStep } from './script'
import type { ChangeoverMove } from '../time/changeover'

/**
 * A move of a lane on its way into a block, as a screen shows it: with the wait after it, and whose it is said nowhere.
 */
export interface LaneMove {
  from: string
  to: string
  cue: string
  /** How long it takes, with what is waited after it. */
  seconds: number
}

/**
 * The moves of a lane as they are shown.
 *
 * @example
 * laneMoves([{ from: 'bed/side', to: 'bed/edge-sit', cue: 'Sit up.', seconds: 20, waitSeconds: 30 }])[0].seconds // 50
 */
export function laneMoves(moves: readonly ChangeoverMove[]): LaneMove[] {
  return moves.map(({ from, to, cue, seconds, waitSeconds }) => ({ from, to, cue, seconds: seconds + waitSeconds }))
}

/** Of a long move's time so much is at most moved, seconds: the rest of it is getting ready and waiting. */
const MOVES_AT_MOST_S = 12

/**
 * Which move a lane is in, and how far the body is in it: told, made, and then waited.
 *
 * @param elapsedSeconds since the lanes began to move
 * @returns null once all are made, or where there is none
 * @example
 * moveAt([{ from: 'chair/tall', to: 'chair/front-edge', cue: 'Come forward.', seconds: 4 }], 2)?.share // 0.5
 */
export function moveAt<M extends Pick<LaneMove, 'seconds'>>(
  moves: readonly M[],
  elapsedSeconds: number,
): { move: M; share: number } | null {
  let left = Math.max(0, elapsedSeconds)
  for (const move of moves) {
    if (left < move.seconds) return { move, share: eased(left / Math.min(move.seconds, MOVES_AT_MOST_S)) }
    left -= move.seconds
  }
  return null
}

/**
 * Seconds since the lanes began to move, into a block or back to where they began; null while they do not.
 *
 * @example
 * changingSeconds([{ kind: 'work', seconds: 60, blockId: 'a', side: 'both', round: 1 }], { step: 0, elapsedMs: 0 })
 * // null
 */
export function changingSeconds(
  steps: readonly ScriptStep[],
  { step, elapsedMs }: Pick<ClockReading, 'step' | 'elapsedMs'>,
): number | null {
  const kind = steps[step]?.kind
  return kind === 'changeover' || kind === 'ending' ? elapsedMs / 1000 : null
}
