import { entryAt } from '../entries'

/** The field of 32: powers of a root of x⁵ + x² + 1, so that each sign of a code is one number of it. */
const POLYNOMIAL = 0b100101
const ORDER = 31
const POWERS: number[] = []
const LOGS = new Array<number>(ORDER + 1).fill(0)
for (let power = 0, value = 1; power < ORDER; power += 1) {
  POWERS.push(value)
  LOGS[value] = power
  value = value & 16 ? (value << 1) ^ POLYNOMIAL : value << 1
}
const power = (of: number) => entryAt(POWERS, ((of % ORDER) + ORDER) % ORDER)
const log = (value: number) => entryAt(LOGS, value)
const times = (a: number, b: number) => (a === 0 || b === 0 ? 0 : power(log(a) + log(b)))

/** Three checks: any two words differ in four signs, so that one wrong sign is corrected and two are noticed. */
const CHECKS = 3
/** x³ and so on of (x − α)(x − α²)(x − α³), the highest first. */
const GENERATOR = [1, 2, 3].reduce<number[]>(
  (product, root) =>
    [...product, 0].map((value, at) => value ^ times(at === 0 ? 0 : entryAt(product, at - 1), power(root))),
  [1],
)

/**
 * The three checks of a word of numbers below 32, to be written behind it.
 *
 * @param word 28 numbers at most
 * @source Reed & Solomon 1960, as it stands in textbooks of coding theory; memory
 * @example
 * checksOfWord([0, 0, 0]) // [0, 0, 0]
 * checksOfWord([1]).length // 3
 */
export function checksOfWord(word: readonly number[]): number[] {
  let rest = new Array<number>(CHECKS).fill(0)
  for (const value of word) {
    const lead = value ^ entryAt(rest, 0)
    rest = [...rest.slice(1), 0].map((kept, at) => kept ^ times(lead, entryAt(GENERATOR, at + 1)))
  }
  return rest
}

/** What is wrong with a word and its checks: nothing, one number at a place, or more than one. */
export type WordFault = { kind: 'none' } | { kind: 'one'; at: number; right: number } | { kind: 'more' }

/**
 * What is wrong with a word as it came, its checks behind it: one wrong number is found, two are always noticed.
 *
 * @param word 31 numbers below 32 at most
 * @source as {@link checksOfWord}
 * @example
 * faultIn([1, 2, 3, ...checksOfWord([1, 2, 3])]) // { kind: 'none' }
 * faultIn([1, 9, 3, ...checksOfWord([1, 2, 3])]) // { kind: 'one', at: 1, right: 2 }
 */
export function faultIn(word: readonly number[]): WordFault {
  const fault = faultOf(syndromesOf(word), word.length)
  return fault.kind === 'one' ? { ...fault, right: entryAt(word, fault.at) ^ fault.right } : fault
}

type Syndromes = readonly [number, number, number]

function syndromesOf(word: readonly number[]): Syndromes {
  const at = (root: number) => word.reduce((sum, value) => times(sum, power(root)) ^ value, 0)
  return [at(1), at(2), at(3)]
}

/** As {@link WordFault}, but with what a number is off by in place of the right one. */
function faultOf([first, second, third]: Syndromes, length: number): WordFault {
  if (first === 0 && second === 0 && third === 0) return { kind: 'none' }
  if (first === 0 || second === 0 || third === 0) return { kind: 'more' }
  const place = (log(second) - log(first) + ORDER) % ORDER
  if ((log(third) - log(second) + ORDER) % ORDER !== place || place >= length) return { kind: 'more' }
  return { kind: 'one', at: length - 1 - place, right: power(log(first) - place) }
}

/**
 * The pairs of places of which two wrong numbers can be told right, with what would stand there; one of them is what
 * was meant where two are wrong.
 *
 * @param from the first place that can be wrong
 * @example
 * pairsIn([3, 2, 9, ...checksOfWord([1, 2, 3])], 0).some(({ at, right }) => at[0] === 0 && right[1] === 3) // true
 */
export function pairsIn(word: readonly number[], from: number): { at: [number, number]; right: [number, number] }[] {
  const found: { at: [number, number]; right: [number, number] }[] = []
  const [first, second, third] = syndromesOf(word)
  for (let one = from; one < word.length; one += 1)
    for (let off = 1; off <= ORDER; off += 1) {
      const place = word.length - 1 - one
      const by = (root: number) => times(off, power(place * root))
      const fault = faultOf([first ^ by(1), second ^ by(2), third ^ by(3)], word.length)
      if (fault.kind !== 'one' || fault.at <= one) continue
      const { at } = fault
      found.push({ at: [one, at], right: [entryAt(word, one) ^ off, entryAt(word, at) ^ fault.right] })
    }
  return found
}
