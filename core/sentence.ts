/**
 * Words as they begin a sentence.
 *
 * @example
 * capital('a fall with pain') // 'A fall with pain'
 */
export function capital(words: string): string {
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}`
}

/**
 * How many of something, in words: the plural has an s, or is given.
 *
 * @example
 * counted(1, 'trip') // '1 trip'
 * counted(3, 'person', 'people') // '3 people'
 */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`
}

/**
 * The parts that are not empty, with commas between.
 *
 * @example
 * joined(['30 s hold', '', 'left']) // '30 s hold, left'
 */
export function joined(parts: readonly (string | false | null | undefined)[], between = ', '): string {
  return parts.filter((part) => part).join(between)
}

/**
 * How many words are spoken: marks that stand by themselves are none.
 *
 * @example
 * wordCount('Lie back – knees bent.') // 4
 */
export function wordCount(text: string): number {
  return text.split(/\s+/).filter((word) => /[\p{L}\p{N}]/u.test(word)).length
}

const TIMES = ['never', 'once', 'twice', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine']

/**
 * A probability as it can be said to a participant.
 *
 * @example
 * chanceWords(0.72) // 'seven times of ten'
 */
export function chanceWords(chance: number): string {
  const tenths = Math.round(chance * 10)
  if (tenths === 0) return 'hardly ever'
  if (tenths >= 10) return 'nearly always'
  return tenths < 3 ? `${TIMES[tenths]} in ten times` : `${TIMES[tenths]} times of ten`
}
