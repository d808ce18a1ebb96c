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
