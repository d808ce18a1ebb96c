/**
 * A number as people type it: with a decimal comma or point, and with any minus.
 *
 * @returns null where it is none
 * @example
 * numberIn(' −3,5 ') // -3.5
 * numberIn('three') // null
 */
export function numberIn(typed: string): number | null {
  const text = typed.trim().replace(',', '.').replace('−', '-')
  return text === '' || Number.isNaN(Number(text)) ? null : Number(text)
}

/**
 * The middle of numbers that are sorted already; of an even count, halfway between the middle two.
 *
 * @param sorted at least one, in order
 * @example
 * medianOf([1, 2, 10]) // 2
 * medianOf([1, 2, 4, 10]) // 3
 */
export function medianOf(sorted: ArrayLike<number>): number {
  const middle = sorted.length >> 1
  const [low, high] = [sorted[(sorted.length - 1) >> 1], sorted[middle]]
  if (low === undefined || high === undefined) throw new RangeError('There is no middle of nothing.')
  return (low + high) / 2
}
