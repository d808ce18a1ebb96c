import type { Believing } from '../catalogue/judgement'
import type { Evidence } from './evidence'
import { isReached, shareOf } from './evidence'
import { worthTable, type Worth } from './belief'

/** How somebody reports effort, as learned from their own notes. */
export interface Habit {
  /** Points that they say more (less) than others would. */
  bias: number
  /** How many times less an effort of theirs is worth: 1 as others', more where it hardly varies. */
  blur: number
}

export const NO_HABIT: Habit = { bias: 0, blur: 1 }

/** From where a note is looked at. */
export interface Seen {
  habit: Habit
  /** Levels by which what it was noted of may differ: 0, or more where another side was noted. */
  apart: number
}

/** The same tables serve everybody: they are worked out once for each way of noting. */
const known = new WeakMap<Believing, Map<number, Worth>>()

/**
 * What one note says of the margin that was left over, as a product of what was noted: an empty field says nothing.
 *
 * Done in full is likely where the capacity is at the demand or over, a share of it below. Effort is read by the
 * person's own habit; a slip, a hand that was needed and a pain that rose are likely near the limit and beyond.
 *
 * @source the shapes are ours; the numbers, `judgement.yaml`, were tuned with invented people
 * @example
 * noteWorth(entry, { habit: NO_HABIT, apart: 0 }, judgement.belief).length // 141
 */
export function noteWorth(entry: Evidence, seen: Seen, believing: Believing, said = saidKey(entry)): Worth {
  const tables = known.get(believing) ?? new Map<number, Worth>()
  known.set(believing, tables)
  const key = keyOf(said, entry, seen)
  let worth = tables.get(key)
  if (!worth) tables.set(key, (worth = worthTable(likelihoodOf(entry, seen, believing))))
  return worth
}

/**
 * Reads notes from one place: what they are worth is looked up by what they say alone.
 *
 * @example
 * readingFrom({ habit: NO_HABIT, apart: 0 }, judgement.belief)(entry, saidKey(entry)).length // 141
 */
export function readingFrom(seen: Seen, believing: Believing): (entry: Evidence, said: number) => Worth {
  const read = new Map<number, Worth>()
  return (entry, said) => {
    let worth = read.get(said)
    if (!worth) read.set(said, (worth = noteWorth(entry, seen, believing, said)))
    return worth
  }
}

/**
 * What a note says, as one number: each thing in its own place, rounded to what makes a difference.
 *
 * @example
 * saidKey(entry) === saidKey({ ...entry, date: '2026-12-01' }) // true
 */
export function saidKey(entry: Evidence): number {
  const pain = painOf(entry)
  let key = amountKey(amountOf(entry))
  key = key * 12 + (entry.effort ?? 11)
  key = key * 3 + FEEL_KEYS[entry.feel ?? 'none']
  key = key * 3 + FORM_KEYS[entry.form ?? 'none']
  key = key * 2 + Number(entry.support === 'hand')
  key = key * 8 + (pain === 'sharp' ? 7 : (pain ?? 6))
  return key * 2 + Number(entry.isGroup)
}

/** What a note's worth depends on besides: whose it is, and from which side it is seen. */
function keyOf(said: number, { effort, feel }: Evidence, { habit, apart }: Seen): number {
  const key = said * 2 + Number(apart > 0)
  // Who said no effort has it read by nobody's habit.
  if (effort === null && feel === null) return key * 3200
  return (key * 80 + 40 + rounded(habit.bias)) * 40 + rounded(habit.blur)
}

const FEEL_KEYS = { none: 0, easy: 1, hard: 2 } as const
const FORM_KEYS = { none: 0, clean: 1, slipped: 2 } as const
const rounded = (value: number) => Math.max(-39, Math.min(39, Math.round(value * 4)))

function amountKey(amount: Amount): number {
  return typeof amount === 'number' ? amount : 11 + AMOUNTS.indexOf(amount)
}

const AMOUNTS: readonly Amount[] = ['none', 'reached', 'more', 'not-reached']

type Amount = 'none' | 'reached' | 'more' | 'not-reached' | number

/** What was said of how much: in full, more, some share in tenths, or that it was not. */
function amountOf(entry: Evidence): Amount {
  if (entry.done === 'more') return 'more'
  if (isReached(entry)) return 'reached'
  if (entry.done === 'noted' || entry.done === 'done' || entry.why === 'interrupted') return 'none'
  return entry.achieved === null || entry.target === null ? 'not-reached' : Math.round(10 * Math.min(1, shareOf(entry)))
}

/** What was said of pain: sharp, risen by so much, none that rose, or nothing. */
function painOf({ pain, painKind, arrivalPain, usualPain }: Evidence): 'sharp' | number | null {
  if (painKind === 'sharp') return 'sharp'
  if (pain === null || painKind === 'pull') return null
  return Math.max(0, Math.min(5, pain - Math.max(arrivalPain ?? 0, usualPain ?? 0)))
}

function likelihoodOf(entry: Evidence, { habit, apart }: Seen, believing: Believing): (margin: number) => number {
  const factors = [
    amountFactor(amountOf(entry), apart, believing),
    effortFactor(entry, habit, apart, believing),
    formFactor(entry, apart, believing),
    painFactor(painOf(entry), apart, believing),
  ].filter((factor) => factor !== null)
  const weight = entry.isGroup ? believing.groupWeight : 1
  return (margin) => factors.reduce((product, factor) => product * factor(margin), 1) ** weight
}

type Factor = ((margin: number) => number) | null

function amountFactor(amount: Amount, apart: number, { reach, wrong }: Believing): Factor {
  const spread = wider(reach.spread, apart)
  const sure = (likelihood: number) => wrong + (1 - 2 * wrong) * likelihood
  switch (amount) {
    case 'none':
      return null
    case 'reached':
      return (margin) => sure(rising(margin / spread))
    case 'more':
      return (margin) => sure(rising((margin - reach.moreAt) / spread))
    case 'not-reached':
      return (margin) => sure(rising(-margin / spread))
    default: {
      const short = (amount / 10 - 1) / reach.shareALevel
      return (margin) =>
        sure(amount === 0 ? rising((short - margin) / spread) : bell((margin - short) / wider(spread, 0.3)))
    }
  }
}

/** Most efforts are read both ways; the ends of the scale, and words, only say "at least" and "at most". */
function effortFactor(
  { effort: said, feel }: Evidence,
  habit: Habit,
  apart: number,
  { effort: felt, wrong }: Believing,
): Factor {
  const word = feel === null ? null : felt[feel]
  const effort = said ?? word
  if (effort === null) return null
  const spread = wider((felt.spread * habit.blur) / felt.aLevel, apart)
  const centre = (felt.atCapacity - effort + habit.bias) / felt.aLevel
  return (margin) => {
    const off = (margin - centre) / spread
    const isLow = effort <= 1 || (said === null && feel === 'easy')
    const isHigh = effort >= 9 || (said === null && feel === 'hard')
    const isBeyond = (isLow && off > 0) || (isHigh && off < 0)
    return wrong + (1 - 2 * wrong) * (isBeyond ? 1 : bell(off))
  }
}

/**
 * A slip or a hand that was needed is seldom where much is left over; clean and without a hand seldom near the limit.
 */
function formFactor({ form, support }: Evidence, apart: number, { slip }: Believing): Factor {
  const isSlip = form === 'slipped' || support === 'hand'
  if (form === null && !isSlip) return null
  const spread = wider(slip.spread, apart)
  const slips = (margin: number) => slip.seldom + (slip.often - slip.seldom) * rising((slip.from - margin) / spread)
  return isSlip ? slips : (margin) => 1 - slips(margin)
}

function painFactor(pain: 'sharp' | number | null, apart: number, { pain: hurts }: Believing): Factor {
  if (pain === null) return null
  const spread = wider(hurts.spread, apart)
  const beyond = (margin: number) => rising((hurts.from - margin) / spread)
  if (pain === 'sharp') return (margin) => hurts.seldom + (1 - hurts.seldom) * beyond(margin)
  if (pain >= 2) return (margin) => 2 * hurts.seldom + (1 - 2 * hurts.seldom) * beyond(margin)
  return (margin) => 1 - hurts.often * beyond(margin)
}

function wider(spread: number, apart: number): number {
  return Math.hypot(spread, apart)
}

/** From 0 far below to 1 far above, half at nothing: the logistic curve, as steep as the normal one. */
function rising(off: number): number {
  return 1 / (1 + Math.exp(-1.702 * off))
}

function bell(off: number): number {
  return Math.exp(-0.5 * off * off)
}
