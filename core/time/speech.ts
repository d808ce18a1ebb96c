import type { Clock } from '../catalogue/clock'
import { wordCount } from '../sentence'

/** How fast somebody speaks who gives instructions, and the breath before something new is said. */
export type Voice = Pick<Clock['voice'], 'wordsAMinute' | 'breathSeconds'>

/**
 * How long it takes to say something, with the breath before it; nothing takes no time.
 *
 * @param said the words, or how many they are
 * @param voice the one that plans are timed for is in `catalogue/clock.yaml`
 * @returns seconds
 * @example
 * spokenSeconds('Sit tall and let the feet be heavy.', { wordsAMinute: 120, breathSeconds: 0.5 }) // 4.5
 */
export function spokenSeconds(said: string | number, { wordsAMinute, breathSeconds }: Voice): number {
  const words = typeof said === 'number' ? said : wordCount(said)
  return words === 0 ? 0 : breathSeconds + (words * 60) / wordsAMinute
}
