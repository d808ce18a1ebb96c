/**
 * Rows by a key of theirs, each group in the rows' order.
 *
 * @example
 * grouped([{ id: 1 }, { id: 2 }, { id: 1 }], (row) => row.id).get(1)!.length // 2
 */
export function grouped<R, K>(rows: readonly R[], keyOf: (row: R) => K): Map<K, R[]> {
  const groups = new Map<K, R[]>()
  for (const row of rows) {
    const key = keyOf(row)
    const group = groups.get(key)
    if (group) group.push(row)
    else groups.set(key, [row])
  }
  return groups
}
