/** How fast somebody speaks who gives instructions: their pauses included. */
export interface Voice {
  wordsAMinute: number
}

/**
 * The voice that plans are timed for.
 *
 * @source common practice, no source: instructions are given at 130 to 150 words a minute
 */
export const PLANNED_VOICE: Voice = { wordsAMinute: 140 }
/** A breath is taken before something new is said. */
const BREATH_SECONDS = 0.25

/**
 * How many words are spoken: marks that stand by themselves are none.
 *
 * @example
 * wordCount('Lie back – knees bent.') // 4
 */
export function wordCount(text: string): number {
  return text.split(/\s+/).filter((word) => /[\p{L}\p{N}]/u.test(word)).length
}

/**
 * How long it takes to say something, with the breath before it; nothing takes no time.
 *
 * @param said the words, or how many they are
 * @returns seconds
 * @example
 * spokenSeconds('Sit tall and let the feet be heavy.') // 3.67857…
 */
export function spokenSeconds(said: string | number, { wordsAMinute }: Voice = PLANNED_VOICE): number {
  const words = typeof said === 'number' ? said : wordCount(said)
  return words === 0 ? 0 : BREATH_SECONDS + (words * 60) / wordsAMinute
}
