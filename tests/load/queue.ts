import type { RandomNumber } from '../../core/random'

/** Many that serve one after the other whoever comes first: cores of a machine, or of several. */
export class Cores {
  /** When each of them is free again, the earliest first: a binary heap. */
  private readonly free: Float64Array
  busy = 0
  constructor(
    readonly count: number,
    /** What is left of each for this work, 0 to 1. */
    private readonly share = 1,
  ) {
    this.free = new Float64Array(count).fill(-Infinity)
  }

  /** Work that comes at a moment and takes so long; when it is done. All in one unit of time. */
  serve(at: number, work: number): number {
    const begun = Math.max(at, this.free[0]!)
    const lasts = work / this.share
    this.busy += lasts
    this.replaceFirst(begun + lasts)
    return begun + lasts
  }

  private replaceFirst(value: number): void {
    const { free, count } = this
    let at = 0
    for (;;) {
      const [left, right] = [2 * at + 1, 2 * at + 2]
      let least = at
      let smallest = value
      if (left < count && free[left]! < smallest) [least, smallest] = [left, free[left]!]
      if (right < count && free[right]! < smallest) least = right
      if (least === at) break
      free[at] = free[least]!
      at = least
    }
    free[at] = value
  }
}

/** A time that varies as times do of which nothing but the mean is known: exponentially. */
export function around(mean: number, random: RandomNumber): number {
  return -mean * Math.log(1 - random())
}
