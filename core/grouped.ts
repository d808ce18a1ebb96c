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

/**
 * What a map has under a key; made and put there where it has nothing yet.
 *
 * @example
 * getOrMake(new Map([['a', 1]]), 'a', () => 2) // 1
 */
export function getOrMake<K, V>(
  map: { get: (key: K) => V | undefined; set: (key: K, value: V) => unknown },
  key: K,
  make: () => V,
): V {
  let value = map.get(key)
  if (value === undefined) {
    value = make()
    map.set(key, value)
  }
  return value
}
