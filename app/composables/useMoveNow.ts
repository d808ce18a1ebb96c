import { useNow } from '@vueuse/core'
import { moveAt, type LaneMove } from '~~/core/lead/moveAt'

const LOOKED_EVERY_MS = 200

/**
 * Which move a lane is in now; null: none, or all are made.
 *
 * @param onTheWay seconds since the lanes began to move; null: they do not move now
 */
export function useMoveNow(moves: () => readonly LaneMove[], onTheWay: () => number | null) {
  const ticking = useNow({ interval: LOOKED_EVERY_MS })
  return computed(() => {
    void ticking.value
    const seconds = onTheWay()
    return seconds === null ? null : (moveAt(moves(), seconds)?.move ?? null)
  })
}
