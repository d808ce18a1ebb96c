import type { BodySide } from './joints'

/** Lying on the side the upper leg works, and figures lie on their right. */
const ON_THE_SIDE: ReadonlySet<string> = new Set(['bed/side', 'floor/side-lying'])

/**
 * The side that works in a drawing: the right, but for those who lie on it.
 *
 * @example
 * drawnSide({ postureId: 'floor/side-lying' }) // 'left'
 */
export function drawnSide({ postureId }: { postureId: string }): BodySide {
  return ON_THE_SIDE.has(postureId) ? 'left' : 'right'
}
