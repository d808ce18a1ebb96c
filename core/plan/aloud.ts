/** What is written short on paper and said in full. */
const IN_FULL: readonly [RegExp, string][] = [
  [/\b(\d+) s hold\b/g, 'hold for $1 s'],
  [/\b(\d+) s press\b/g, 'press for $1 s'],
  [/\b1 s\b/g, '1 second'],
  [/\b(\d+) s\b/g, '$1 seconds'],
  [/ ?%/g, ' per cent'],
  [/×/g, 'times'],
]

/**
 * Words as they are spoken.
 *
 * @example
 * aloud('30 s press at 50 %') // 'press for 30 seconds at 50 per cent'
 */
export function aloud(words: string): string {
  return IN_FULL.reduce((said, [short, full]) => said.replaceAll(short, full), words)
}
