/**
 * Words as they begin a sentence.
 *
 * @example
 * capital('a fall with pain') // 'A fall with pain'
 */
export function capital(words: string): string {
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}`
}
