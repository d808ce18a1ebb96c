/**
 * Lets what belongs to one key be done one after the other, and what belongs to others beside it.
 *
 * @param waiting as many may wait for one key
 * @returns does the work when its turn comes
 * @throws {TooMany} where more wait
 */
export function turns(waiting: number): <R>(key: string, work: () => Promise<R>) => Promise<R> {
  const lines = new Map<string, { last: Promise<unknown>; count: number }>()
  return async (key, work) => {
    const line = lines.get(key) ?? { last: Promise.resolve(), count: 0 }
    if (line.count > waiting) throw new TooMany()
    lines.set(key, line)
    line.count += 1
    const mine = line.last.then(work, work)
    line.last = mine
    try {
      return await mine
    } finally {
      line.count -= 1
      if (line.count === 0) lines.delete(key)
    }
  }
}

/** More wait than are let in. */
export class TooMany extends Error {
  override name = 'TooMany'
}
