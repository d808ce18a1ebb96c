/** A source of chance that gives the same numbers for the same seed. */
export interface Chance {
  /** Evenly in [0, 1). */
  next(): number
  /** Normally distributed around 0. */
  normal(deviation: number): number
  /** A version 4 UUID made of this source's numbers. */
  uuid(): string
}

/** Mulberry32, a small well-spread generator; the normal numbers by Box and Muller. */
export function chanceFrom(seed: number): Chance {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
  const digit = () => Math.floor(next() * 16).toString(16)
  return {
    next,
    normal: (deviation) => deviation * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
    uuid: () => 'xxxxxxxx-xxxx-4xxx-8xxx-xxxxxxxxxxxx'.replace(/x/g, digit),
  }
}
