import { keysOf } from './entries'
import { dequal } from 'dequal/lite'

/** A kept draft brought up to what is stored now. */
export interface MergedDraft<T> {
  fields: T
  /** Fields that somebody else changed meanwhile and that are taken over. */
  taken: (keyof T)[]
  /** Fields that both changed: what was typed stays, and of a list what was added meanwhile is kept beside it. */
  both: (keyof T)[]
}

/**
 * Brings a draft up to what is stored now: what only somebody else changed is taken over, what was typed stays. A list
 * that both changed keeps what was added to it meanwhile, so that a health fact never drops out of sight.
 *
 * @param base what the draft was made from
 * @param typed the draft
 * @param stored what is stored now
 * @example
 * mergedDraft({ name: 'Ann', pace: 'usual' }, { name: 'Anne', pace: 'usual' }, { name: 'Ann', pace: 'slow' })
 * // { fields: { name: 'Anne', pace: 'slow' }, taken: ['pace'], both: [] }
 */
export function mergedDraft<T extends object>(base: T, typed: T, stored: T): MergedDraft<T> {
  const merged: MergedDraft<T> = { fields: { ...typed }, taken: [], both: [] }
  for (const key of keysOf(stored)) {
    const isChangedThere = !dequal(base[key], stored[key])
    if (!isChangedThere || dequal(typed[key], stored[key])) continue
    if (dequal(base[key], typed[key])) {
      merged.fields[key] = stored[key]
      merged.taken.push(key)
    } else {
      merged.fields[key] = withAdded(base[key], typed[key], stored[key])
      merged.both.push(key)
    }
  }
  return merged
}

function withAdded<V>(base: V, typed: V, stored: V): V {
  if (!Array.isArray(base) || !Array.isArray(typed) || !Array.isArray(stored)) return typed
  const isIn = (list: readonly unknown[], one: unknown) => list.some((other) => dequal(other, one))
  return [...typed, ...stored.filter((one) => !isIn(base, one) && !isIn(typed, one))] as V
}
