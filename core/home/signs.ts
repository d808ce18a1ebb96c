import { entryAt } from '../entries'

/** Signs that are told apart when they are read aloud or written by hand: none of I, L, O and U. */
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ'
/** What is written in place of a sign that looks like it. */
const LOOK_ALIKE: Readonly<Record<string, string>> = { I: '1', L: '1', O: '0' }

/**
 * Numbers below 32 as signs in groups, to be read aloud.
 *
 * @param group how many signs stand together
 * @example
 * printedSigns([0, 31, 10, 11], 2) // '0Z AB'
 */
export function printedSigns(values: readonly number[], group: number): string {
  const signs = values.map((value) => entryAt([...SIGNS], value))
  return signs.map((sign, at) => (at > 0 && at % group === 0 ? ` ${sign}` : sign)).join('')
}

/** Signs as they were typed, as numbers below 32; or the first that is none, and where it stands, from 1. */
export type TypedSigns = { values: number[]; signs: string[] } | { at: number; sign: string }

/**
 * Reads signs as they were typed or heard: spaces, dashes and small letters are no matter, nor is a sign for the one
 * that looks like it.
 *
 * @example
 * typedSigns('oz-ab') // { values: [0, 31, 10, 11], signs: ['0', 'Z', 'A', 'B'] }
 */
export function typedSigns(typed: string): TypedSigns {
  const signs = [...typed.toUpperCase().replaceAll(/[\s\-–—_.,]/g, '')].map((sign) => LOOK_ALIKE[sign] ?? sign)
  const unknown = signs.findIndex((sign) => !SIGNS.includes(sign))
  if (unknown >= 0) return { at: unknown + 1, sign: entryAt(signs, unknown) }
  return { values: signs.map((sign) => SIGNS.indexOf(sign)), signs }
}

/**
 * A number as numbers below 32, the highest first, under a pattern, so that a small one is no row of noughts.
 *
 * @param whole what does not fit is cut off above
 * @example
 * maskedNumbers(0n, 2) // [11, 18]
 */
export function maskedNumbers(whole: bigint, length: number): number[] {
  return Array.from({ length }, (_, at) => Number((whole >> BigInt(5 * (length - 1 - at))) & 31n) ^ maskAt(at))
}

/**
 * The number again.
 *
 * @example
 * unmaskedNumber([11, 18]) // 0n
 */
export function unmaskedNumber(values: readonly number[]): bigint {
  return values.reduce((sum, value, at) => sum * 32n + BigInt(value ^ maskAt(at)), 0n)
}

const maskAt = (at: number) => (7 * at + 11) % SIGNS.length
