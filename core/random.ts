/** The next random number, evenly in [0, 1). */
export type RandomNumber = () => number

/** A source of random numbers that gives the same ones for the same seed. */
export interface Random {
  /** Evenly in [0, 1). */
  next: RandomNumber
  /** Normally distributed around 0. */
  normal(deviation: number): number
  /** A version 4 UUID made of this source's numbers. */
  uuid(): string
}

/**
 * The one seeded generator: Mulberry32, small and well spread; the normal numbers by Box and Muller.
 *
 * @param seed a number, or words that stand for one
 * @example
 * randomFrom(7).next() === randomFrom(7).next() // true
 */
export function randomFrom(seed: number | string): Random {
  let state = (typeof seed === 'number' ? seed : seedOf(seed)) >>> 0
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

/** Words as a seed: the FNV-1a hash of their characters. */
function seedOf(words: string): number {
  let state = 2166136261
  for (let at = 0; at < words.length; at += 1) state = Math.imul(state ^ words.charCodeAt(at), 16777619)
  return state
}
