import { entryAt } from '../entries'
import {
  dayAfter,
  daysBetween,
  FACES,
  GIVEN_BACK_DAYS,
  MOVEMENTS_AT_MOST,
  WEEK_DAYS,
  type HandoutId,
  type HomeTick,
} from './homeDay'
import { checksOfWord, faultIn, pairsIn } from './reedSolomon'
import { maskedNumbers, printedSigns, typedSigns, unmaskedNumber } from './signs'

const [DATA_SIGNS, CHECK_SIGNS, GROUP] = [21, 3, 4]
/** A code has so many signs, in groups of four. */
export const CODE_SIGNS = DATA_SIGNS + CHECK_SIGNS
/**
 * The handout's number stands before the word and is never written: two numbers below 32, so that it is one of 1,024.
 */
const HANDOUT_SIGNS = 2
/** Not done, or done with one of three faces, hurt or not. */
const STATES = 1n + 2n * BigInt(FACES.length)
const CELLS = MOVEMENTS_AT_MOST * WEEK_DAYS
/** Three ways to write a code fit beside the day; this is the first. */
const [VERSIONS, VERSION] = [3n, 0n]
const DAYS = BigInt(GIVEN_BACK_DAYS)

/** Why a code is not taken. */
export type CodeRefusal =
  | { kind: 'length'; signs: number }
  | { kind: 'sign'; at: number; sign: string }
  | { kind: 'handout' }
  | { kind: 'version' }
  /**
   * More than one sign is wrong, and in which groups of four, from 1; empty: it cannot be told, and it may be of
   * another handout. Where it would read with two neighbours swapped, in which groups: that is a guess.
   */
  | { kind: 'wrong'; groups: number[]; swapped: number[] }
  | { kind: 'future'; day: string }

/** What a code tells. */
export interface ReadWeek {
  /** The last day it tells of, ISO. */
  until: string
  ticks: HomeTick[]
  /** Where a wrong sign was put right, from 1; null: none was wrong. */
  corrected: { at: number; wrote: string; meant: string } | null
}

const handoutWord = (number: number) => [Math.floor(number / 32) % 32, number % 32]

/**
 * A week's ticks as a code of 24 signs in groups of four, to be read aloud or typed: who is to read it has the handout,
 * so that its number is checked and not written.
 *
 * @param ticks of the week that ends on `until`; others are left out, and of two of a movement on one day the later
 * counts
 * @throws {RangeError} where `until` lies before the handout or more than five weeks after it
 * @source ours; Reed–Solomon over 32 signs
 * @example
 * weekCode({ number: 7, madeOn: '2026-11-23' }, '2026-11-29', [])
 * // 'BJS0 7ENW 3AHR Z6DM V29G 5EHD'
 */
export function weekCode(
  { number, madeOn }: Pick<HandoutId, 'number' | 'madeOn'>,
  until: string,
  ticks: readonly HomeTick[],
): string {
  const day = daysBetween(madeOn, until)
  if (day < 0 || day >= GIVEN_BACK_DAYS) throw new RangeError(`${until} is not within five weeks of ${madeOn}.`)
  const states = new Array<bigint>(CELLS).fill(0n)
  for (const { movement, day: on, face, hurt } of ticks) {
    const back = daysBetween(on, until)
    if (back < 0 || back >= WEEK_DAYS || movement >= MOVEMENTS_AT_MOST) continue
    states[movement * WEEK_DAYS + back] = BigInt(1 + FACES.indexOf(face) + (hurt ? FACES.length : 0))
  }
  const cells = states.reduceRight((sum, state) => sum * STATES + state, 0n)
  const word = maskedNumbers((cells * DAYS + BigInt(day)) * VERSIONS + VERSION, DATA_SIGNS)
  return printedSigns([...word, ...checksOfWord([...handoutWord(number), ...word])], GROUP)
}

/**
 * Reads a code: one wrong sign is put right, two are refused, and where they are is said if it can be told.
 *
 * @param typed as it was typed or heard: spaces, dashes and small letters are no matter
 * @param handout whose code it should be
 * @param movements how many it has
 * @param today ISO day: nothing is told of later days
 * @source ours
 * @example
 * readWeekCode('BJS0 7ENW 3AHR Z6DM V29G 5EHD', { number: 7, madeOn: '2026-11-23' }, 4, '2026-11-30')
 * // { until: '2026-11-29', ticks: [], corrected: null }
 */
export function readWeekCode(
  typed: string,
  handout: Pick<HandoutId, 'number' | 'madeOn'>,
  movements: number,
  today: string,
): ReadWeek | { refused: CodeRefusal } {
  const read = typedSigns(typed)
  if ('sign' in read) return { refused: { kind: 'sign', ...read } }
  const { values, signs } = read
  if (signs.length !== CODE_SIGNS) return { refused: { kind: 'length', signs: signs.length } }
  const word = [...handoutWord(handout.number), ...values]
  const fault = faultIn(word)
  const of = { handout, movements, today }
  if (fault.kind === 'more') return { refused: whereWrong(word, of) }
  if (fault.kind === 'none') return weekIn(values, of, null)
  const at = fault.at - HANDOUT_SIGNS
  if (at < 0) return { refused: { kind: 'handout' } }
  const meant = printedSigns([fault.right], GROUP)
  return weekIn(values.with(at, fault.right), of, { at: at + 1, wrote: entryAt(signs, at), meant })
}

/** What a code is read against. */
interface Expected {
  handout: Pick<HandoutId, 'number' | 'madeOn'>
  movements: number
  today: string
}

/** What a word without a fault says; a word that cannot have been written is of another handout, or has more faults. */
function weekIn(
  values: readonly number[],
  { handout, movements, today }: Expected,
  corrected: ReadWeek['corrected'],
): ReadWeek | { refused: CodeRefusal } {
  const whole = unmaskedNumber(values.slice(0, DATA_SIGNS))
  if (whole % VERSIONS !== VERSION) return { refused: corrected ? NOT_READ : { kind: 'version' } }
  const day = Number((whole / VERSIONS) % DAYS)
  const until = dayAfter(handout.madeOn, day)
  let cells = whole / VERSIONS / DAYS
  const ticks: HomeTick[] = []
  for (let cell = 0; cell < CELLS; cell += 1) {
    const state = Number(cells % STATES) - 1
    cells /= STATES
    if (state < 0) continue
    const [movement, back] = [Math.floor(cell / WEEK_DAYS), cell % WEEK_DAYS]
    const face = entryAt(FACES, state % FACES.length)
    const on = dayAfter(until, -back)
    if (movement >= movements || on < handout.madeOn) return { refused: corrected ? NOT_READ : { kind: 'handout' } }
    ticks.push({ movement, day: on, face, hurt: state >= FACES.length })
  }
  if (cells > 0n) return { refused: corrected ? NOT_READ : { kind: 'version' } }
  if (until > today) return { refused: corrected ? NOT_READ : { kind: 'future', day: until } }
  return { until, ticks, corrected }
}

/** A correction that leads to what nobody can have written: more than one sign is wrong. */
const NOT_READ: CodeRefusal = { kind: 'wrong', groups: [], swapped: [] }
/** More ways to put two signs right than that say nothing. */
const TELLING = 2

/**
 * In which groups the wrong signs stand, where only few pairs can be put right: what was meant is one of them. A pair
 * that is never written stands for another handout.
 */
function whereWrong(word: readonly number[], of: Expected): CodeRefusal {
  const isWeek = (values: readonly number[]) => !('refused' in weekIn(values.slice(HANDOUT_SIGNS), of, null))
  const groupOf = (at: number) => Math.floor((at - HANDOUT_SIGNS) / GROUP) + 1
  const groupsOf = (places: readonly number[]) => [...new Set(places.map(groupOf))].toSorted((a, b) => a - b)
  const pairs = pairsIn(word, 0).filter(({ at, right }) => isWeek(word.with(at[0], right[0]).with(at[1], right[1])))
  const isOfAnother = pairs.some(({ at }) => at[0] < HANDOUT_SIGNS)
  if (isOfAnother && pairs.length === 1) return { kind: 'handout' }
  if (!isOfAnother && pairs.length > 0 && pairs.length <= TELLING)
    return { kind: 'wrong', groups: groupsOf(pairs.flatMap(({ at }) => at)), swapped: [] }
  const swapped = pairs.filter(
    ({ at: [a, b], right }) => b === a + 1 && right[0] === word[b] && right[1] === word[a] && a >= HANDOUT_SIGNS,
  )
  const [guess] = swapped
  return swapped.length === 1 && guess ? { kind: 'wrong', groups: [], swapped: groupsOf(guess.at) } : NOT_READ
}

/**
 * What is wrong with a code, as it can be said to whoever has it before them.
 *
 * @example
 * codeRefusalWords({ kind: 'length', signs: 23 }) // 'That is 23 signs; a code has 24.'
 */
export function codeRefusalWords(refused: CodeRefusal): string {
  switch (refused.kind) {
    case 'length':
      return `That is ${refused.signs} signs; a code has ${CODE_SIGNS}.`
    case 'sign':
      return `Sign ${refused.at}, ${refused.sign}, is none of a code: ask for group ${groupOfSign(refused.at)} again.`
    case 'handout':
      return 'This code belongs to no handout that they have taken home lately. Whose is it?'
    case 'version':
      return 'This code was made by another version: ask for the file, or the square one.'
    case 'future':
      return (
        `This code tells of a week until ${refused.day}, which is still to come: ` +
        'is the clock of their device right?'
      )
    case 'wrong':
      return wrongWords(refused)
  }
}

const groupOfSign = (at: number) => Math.ceil(at / GROUP)

function wrongWords({ groups, swapped }: Extract<CodeRefusal, { kind: 'wrong' }>): string {
  const inGroups = (of: readonly number[]) => `${of.length > 1 ? 'groups' : 'group'} ${of.join(' and ')}`
  if (groups.length > 0) return `More than one sign is wrong, in ${inGroups(groups)}: ask for it again.`
  const more = 'More than one sign is wrong, or it is of somebody else’s handout'
  if (swapped.length > 0)
    return `${more}. Have two neighbours changed places in ${inGroups(swapped)}? Ask for it again.`
  return `${more}: ask for it again, four at a time.`
}
