/**
 * The inner product of two of one length.
 *
 * @example
 * inner([1, 2, 3], [4, 5, 6]) // 32
 */
export function inner(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let sum = 0
  for (let at = 0; at < a.length; at += 1) sum += a[at]! * b[at]!
  return sum
}

/**
 * The sum of the squares.
 *
 * @example
 * sumOfSquares([3, 4]) // 25
 */
export function sumOfSquares(values: readonly number[]): number {
  return inner(values, values)
}

/**
 * Cholesky with the diagonal raised by the damping; `lower` holds the lower triangle. Null where it is not positive.
 *
 * @example
 * [...solveSymmetric([Float64Array.of(4), Float64Array.of(1, 3)], Float64Array.of(6, 7), 0)] // [1, 2]
 */
export function solveSymmetric(lower: Float64Array[], right: Float64Array, damping: number): Float64Array | null {
  const size = right.length
  const factor = lower.map((row) => Float64Array.from(row))
  for (let i = 0; i < size; i += 1) {
    const row = factor[i]!
    row[i] = row[i]! * (1 + damping) + 1e-9
    for (let j = 0; j <= i; j += 1) {
      const other = factor[j]!
      let sum = row[j]!
      for (let k = 0; k < j; k += 1) sum -= row[k]! * other[k]!
      if (i === j && sum <= 0) return null
      row[j] = i === j ? Math.sqrt(sum) : sum / other[j]!
    }
  }
  const y = Float64Array.from(right)
  for (let i = 0; i < size; i += 1) {
    const row = factor[i]!
    for (let k = 0; k < i; k += 1) y[i]! -= row[k]! * y[k]!
    y[i]! /= row[i]!
  }
  for (let i = size - 1; i >= 0; i -= 1) {
    for (let k = i + 1; k < size; k += 1) y[i]! -= factor[k]![i]! * y[k]!
    y[i]! /= factor[i]![i]!
  }
  return y
}
