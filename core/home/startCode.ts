import type { ClockReading } from '../lead/clock'
import { isWorkStep, type ScriptStep } from '../lead/script'
import type { Block } from '../plan/plan'
import { randomFrom } from '../random'
import { checksOfWord, faultIn } from './reedSolomon'
import { maskedNumbers, printedSigns, typedSigns, unmaskedNumber } from './signs'

/** Where a class is: which stretch of it began, or begins, when. */
export interface StartMoment {
  /** Which block of the plan, from 0; as many as there are: the way back after the last. */
  block: number
  /** Which part of its work, from 0. */
  part: number
  /** Epoch milliseconds, in quarter seconds. */
  at: number
}

const [DATA_SIGNS, CHECK_SIGNS, GROUP] = [6, 3, 3]
/** A start code has so many signs, in groups of three. */
export const START_SIGNS = DATA_SIGNS + CHECK_SIGNS
/** The plan's number stands before the word and is never read out: two numbers below 32. */
const PLAN_SIGNS = 2
const DAY_MS = 24 * 60 * 60 * 1000
const TICK_MS = 250
const TICKS = BigInt(DAY_MS / TICK_MS)
/** A plan has 60 blocks at most and the way home; ten rounds on two sides with what lies between are fewer parts. */
const [PLACES, PARTS] = [61n, 50n]

/**
 * By what a class file knows the codes of its own class: another meeting, blocks in another order, or other ones, have
 * another number but for one in 1,024.
 *
 * @param meeting its id
 * @param blocks in the plan's order
 * @example
 * planNumber('first', []) === planNumber('second', []) // false
 */
export function planNumber(meeting: string, blocks: readonly Pick<Block, 'id' | 'movement' | 'rounds'>[]): number {
  const words = blocks.map(({ id, movement, rounds }) => `${id} ${movement} ${rounds}`)
  return Math.floor(randomFrom([meeting, ...words].join('\n')).next() * 1024)
}

const planWord = (number: number) => [Math.floor(number / 32) % 32, number % 32]

/**
 * Where a class is now, so that somebody elsewhere can be in step with it.
 *
 * @param steps as they are led
 * @param blockIds in the plan's order
 * @param now epoch milliseconds
 * @returns null where it stands still, has not begun or is over
 * @example
 * startMoment([{ kind: 'work', seconds: 60, blockId: 'a', side: 'both', round: 1 }],
 * { status: 'running', step: 0, elapsedMs: 1000, leftMs: 59_000 }, ['a'], 6000)
 * // { block: 0, part: 0, at: 5000 }
 */
export function startMoment(
  steps: readonly ScriptStep[],
  { status, step, elapsedMs, leftMs }: Pick<ClockReading, 'status' | 'step' | 'elapsedMs' | 'leftMs'>,
  blockIds: readonly string[],
  now: number,
): StartMoment | null {
  const here = steps[step]
  if (status !== 'running' || !here) return null
  const block = here.blockId === null ? blockIds.length : blockIds.indexOf(here.blockId)
  if (block < 0) return null
  if (here.blockId === null || isWorkStep(here)) {
    const part = partsOf(steps, here.blockId).indexOf(here)
    return { block, part: Math.max(0, part), at: inTicks(now - elapsedMs) }
  }
  // It has still to be got into: its work begins after that.
  const before = steps.slice(step + 1).filter((one) => one.blockId === here.blockId && !isWorkStep(one))
  const seconds = before.reduce((sum, one) => sum + one.seconds, 0)
  return { block, part: 0, at: inTicks(now + leftMs + seconds * 1000) }
}

const inTicks = (at: number) => Math.round(at / TICK_MS) * TICK_MS
const partsOf = (steps: readonly ScriptStep[], blockId: string | null) =>
  steps.filter((one) => one.blockId === blockId && (blockId === null || isWorkStep(one)))

/**
 * When a class that is at such a place began, by steps of one's own.
 *
 * @returns epoch milliseconds; null where these steps have no such place
 * @example
 * beginningBy([{ kind: 'introduce', seconds: 30, blockId: 'a', side: 'both', round: 1 },
 * { kind: 'work', seconds: 60, blockId: 'a', side: 'both', round: 1 }], ['a'], { block: 0, part: 0, at: 31_000 })
 * // 1000
 */
export function beginningBy(
  steps: readonly ScriptStep[],
  blockIds: readonly string[],
  { block, part, at }: StartMoment,
): number | null {
  const id = block === blockIds.length ? null : blockIds[block]
  const step = id === undefined ? undefined : partsOf(steps, id)[part]
  if (!step) return null
  const before = steps.slice(0, steps.indexOf(step)).reduce((sum, { seconds }) => sum + seconds, 0)
  return at - before * 1000
}

/**
 * A place in a class as a code of nine signs in groups of three, to be read out: the time of day is in it, so that it
 * may be typed at leisure.
 *
 * @param plan its number: it is checked, and not written
 * @throws {RangeError} where the place is in no plan
 * @source ours; Reed–Solomon over 32 signs
 * @example
 * startCode(7, { block: 0, part: 0, at: 0 }) // 'BJS 07E CZS'
 */
export function startCode(plan: number, { block, part, at }: StartMoment): string {
  const [place, piece] = [BigInt(block), BigInt(part)]
  if (place < 0n || place >= PLACES || piece < 0n || piece >= PARTS)
    throw new RangeError(`No plan has a part ${part} of a block ${block}.`)
  const ticks = BigInt(Math.round(at / TICK_MS)) % TICKS
  const word = maskedNumbers((ticks * PLACES + place) * PARTS + piece, DATA_SIGNS)
  return printedSigns([...word, ...checksOfWord([...planWord(plan), ...word])], GROUP)
}

/** Why a start code is not taken. */
export type StartRefusal =
  { kind: 'length'; signs: number } | { kind: 'sign'; at: number; sign: string } | { kind: 'wrong' } | { kind: 'plan' }

/**
 * Reads a start code: one wrong sign is put right, two are refused, and so is another plan's.
 *
 * @param typed as it was typed or heard
 * @param plan the number that it should belong to
 * @param now epoch milliseconds: it tells of the moment of its kind that is nearest
 * @source ours
 * @example
 * readStartCode('bjs-07e-czs', 7, 1000) // { block: 0, part: 0, at: 0 }
 */
export function readStartCode(typed: string, plan: number, now: number): StartMoment | { refused: StartRefusal } {
  const read = typedSigns(typed)
  if ('sign' in read) return { refused: { kind: 'sign', ...read } }
  const { values } = read
  if (values.length !== START_SIGNS) return { refused: { kind: 'length', signs: values.length } }
  const fault = faultIn([...planWord(plan), ...values])
  if (fault.kind === 'more') return { refused: { kind: 'wrong' } }
  const at = fault.kind === 'one' ? fault.at - PLAN_SIGNS : null
  if (at !== null && at < 0) return { refused: { kind: 'plan' } }
  const right = fault.kind === 'one' && at !== null ? values.with(at, fault.right) : values
  const whole = unmaskedNumber(right.slice(0, DATA_SIGNS))
  const ticks = whole / PARTS / PLACES
  if (ticks >= TICKS) return { refused: { kind: 'wrong' } }
  const ofDay = Number(ticks) * TICK_MS
  const days = Math.round((now - ofDay) / DAY_MS)
  return { block: Number((whole / PARTS) % PLACES), part: Number(whole % PARTS), at: days * DAY_MS + ofDay }
}

/**
 * What is wrong with a start code, as it can be said to whoever has typed it.
 *
 * @example
 * startRefusalWords({ kind: 'length', signs: 8 }) // 'That is 8 signs; a start code has 9.'
 */
export function startRefusalWords(refused: StartRefusal): string {
  switch (refused.kind) {
    case 'length':
      return `That is ${refused.signs} signs; a start code has ${START_SIGNS}.`
    case 'sign':
      return (
        `Sign ${refused.at}, ${refused.sign}, is none of a start code: ` +
        `ask for group ${Math.ceil(refused.at / GROUP)} again.`
      )
    case 'wrong':
      return 'More than one sign is wrong, or the class has another plan by now: ask for it again, three at a time.'
    case 'plan':
      return 'This code is of another class, or the plan was changed since this file was made: begin by hand below.'
  }
}
