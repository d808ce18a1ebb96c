/**
 * The entry of a list that must be there.
 *
 * @throws {RangeError} where it is not
 * @example
 * entryAt(['a', 'b'], 1) // 'b'
 * entryAt(['a', 'b'], 2) // throws 'Place 2 of 2 is empty'
 */
export function entryAt<T>(list: ArrayLike<T>, index: number): T {
  const entry = list[index]
  if (entry === undefined) throw new RangeError(`Place ${index} of ${list.length} is empty.`)
  return entry
}

/**
 * The last entry of a list that must have one.
 *
 * @throws {RangeError} where it is empty
 * @example
 * lastOf([1, 2, 3]) // 3
 */
export function lastOf<T>(list: ArrayLike<T>): T {
  return entryAt(list, list.length - 1)
}

/**
 * The value of a record that must have one.
 *
 * @throws {RangeError} where it has none
 * @example
 * valueIn({ bed: 1, chair: 2 }, 'chair') // 2
 */
export function valueIn<K extends PropertyKey, V>(record: Partial<Record<K, V>>, key: K): Exclude<V, undefined> {
  const value = record[key]
  if (value === undefined) throw new RangeError(`There is nothing under “${String(key)}”.`)
  return value as Exclude<V, undefined>
}

/**
 * What is known under a key that must be known.
 *
 * @throws {RangeError} where it is not
 * @example
 * entryOf(catalogue.movements, 'bridge').name // 'Bridge'
 * entryOf(new Map(), 'unicorn') // throws 'Nothing is known of “unicorn”'
 */
export function entryOf<K, V>(entries: { get: (key: K) => V | undefined }, key: K): V {
  const entry = entries.get(key)
  if (entry === undefined) throw new RangeError(`Nothing is known of “${String(key)}”.`)
  return entry
}

/**
 * The keys of a record, by their type.
 *
 * @example
 * keysOf({ bed: 1, chair: 2 }) // ['bed', 'chair']
 */
export function keysOf<K extends string>(record: Partial<Record<K, unknown>>): K[] {
  return Object.keys(record) as K[]
}

/**
 * The keys and values of a record, by their types; what is left undefined is left out.
 *
 * @example
 * entriesOf({ bed: 1, chair: undefined }) // [['bed', 1]]
 */
export function entriesOf<K extends string, V>(record: Partial<Record<K, V>>): [K, V][] {
  return (Object.entries(record) as [K, V | undefined][]).flatMap(([key, value]): [K, V][] =>
    value === undefined ? [] : [[key, value]],
  )
}

/**
 * A record of known keys, each with its value.
 *
 * @example
 * recordOf(['bed', 'chair'], (tier) => tier.length) // { bed: 3, chair: 5 }
 */
export function recordOf<K extends string, V>(keys: readonly K[], valueOf: (key: K) => V): Record<K, V> {
  return Object.fromEntries(keys.map((key) => [key, valueOf(key)])) as Record<K, V>
}

/**
 * What must be there by now.
 *
 * @param otherwise what is said where it is not
 * @throws {Error} where it is null or undefined
 * @example
 * sure(3, 'Nothing was counted.') // 3
 * sure(null, 'Nothing was counted.') // throws 'Nothing was counted.'
 */
export function sure<T>(value: T, otherwise: string): NonNullable<T> {
  if (value === null || value === undefined) throw new Error(otherwise)
  return value
}
