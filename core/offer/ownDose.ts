import type { Consideration } from '../catalogue/consideration'
import type { Dose } from '../catalogue/dose'
import type { Quality, SchoolId, Side, SidePolicy, Tag } from '../catalogue/words'
import { secondsOf } from '../time/secondsOf'
import type { Given } from './dials'
import { isAbout, type Fact } from './facts'

/** A dose with its rounds and the rest between them, as a block gives it to everybody. */
export interface Dosed extends Given {
  restSeconds: number
}

/** Why somebody does less in a block than it gives, or otherwise. */
export type DoseLimit =
  | { kind: 'pace' }
  | { kind: 'school'; school: SchoolId }
  /** Held so many seconds, and no more: no swing can be done, or the nearest is so many seconds away. */
  | { kind: 'no-swing'; seconds: number; away: number | null }
  | { kind: 'share'; name: string; share: number }
  | { kind: 'effort'; name: string; percentAtMost: number }
  | { kind: 'hold'; name: string; secondsAtMost: number }
  | { kind: 'rest'; name: string; seconds: number }
  | { kind: 'waits'; name: string; every: number; seconds: number }

/** What one person does in a block: never longer than the block, which is the clock for everybody. */
export interface OwnDose extends Dosed {
  /** After so many repetitions so many seconds are waited. */
  waits: { every: number; seconds: number } | null
  /** What made it their own; empty where it is the block's. */
  limits: DoseLimit[]
}

/** What is done of a block, and on which side. */
export interface DoseAsk {
  given: Dosed
  quality: Quality
  sides: SidePolicy
  /** What is asked of the body. */
  tags: ReadonlySet<Tag>
  side: Side
}

/**
 * A block's dose as it is left by somebody's health facts: the share of it, efforts and still holds up to their limits,
 * rests that are long enough, and waits between repetitions. Where rests or waits take longer, fewer rounds or
 * repetitions are done, so that nobody is still at it when the block ends.
 *
 * Of several facts the strictest number holds; two halves are a half.
 *
 * @param facts the person's facts; a clearance opens what is closed, it does not raise the dose
 * @source the numbers are those of `considerations.yaml`; how they come together is ours
 * @example
 * limitedDose([{ row: fatigueIllness, own: { consideration: 'fatigue-illness', side: 'both', clearedBy: '' } }],
 * { given: { dose: { kind: 'hold', seconds: 30 }, rounds: 1, restSeconds: 0 }, quality: 'strength',
 * sides: 'both', tags: new Set(), side: 'both' }).dose
 * // { kind: 'hold', seconds: 15 }
 */
export function limitedDose(facts: readonly Fact[], { side, ...ask }: DoseAsk): OwnDose {
  const { dose, rounds, restSeconds } = ask.given
  const limited: OwnDose = { dose, rounds, restSeconds, waits: null, limits: [] }
  const touching = limitingIn(facts).filter((fact) => isAbout(fact, side))
  if (touching.length === 0) return limited
  return [withShare, withHold, withEffort, withWaits, withRest].reduce(
    (own, limit) => limit(own, { ...ask, rows: touching.map(({ row }) => row) }),
    limited,
  )
}

/** Facts are gathered once for a person, so those that say anything of a dose are too. */
const knownLimiting = new WeakMap<readonly Fact[], readonly Fact[]>()

/**
 * Whether any of somebody's facts says anything of a dose.
 *
 * @example
 * isLimiting([]) // false
 */
export function isLimiting(facts: readonly Fact[]): boolean {
  return limitingIn(facts).length > 0
}

function limitingIn(facts: readonly Fact[]): readonly Fact[] {
  let limiting = knownLimiting.get(facts)
  if (!limiting) knownLimiting.set(facts, (limiting = facts.filter(({ row }) => limitsDoses(row))))
  return limiting
}

function limitsDoses({ doseFactor, holdAtMost, effortAtMost, waitBetween, restAtLeast }: Consideration): boolean {
  return [doseFactor, holdAtMost, effortAtMost, waitBetween, restAtLeast].some((limit) => limit !== undefined)
}

interface Limiting extends Omit<DoseAsk, 'side'> {
  rows: readonly Consideration[]
}

/** The strictest of what rows say, with the row's name. */
function strictest<T>(
  rows: readonly Consideration[],
  valueIn: (row: Consideration) => T | undefined,
  size: (value: T) => number,
): { name: string; value: T } | undefined {
  return rows
    .flatMap((row) => {
      const value = valueIn(row)
      return value === undefined ? [] : [{ name: row.name, value }]
    })
    .toSorted((a, b) => size(a.value) - size(b.value))[0]
}

/** Half the dose is half of each round; of a single repetition, half of the rounds. */
function withShare(own: OwnDose, { rows }: Limiting): OwnDose {
  const found = strictest(rows, (row) => row.doseFactor, Number)
  if (!found) return own
  const { name, value: share } = found
  const dose = shareOf(own.dose, share)
  const rounds = dose === own.dose ? Math.max(1, Math.floor(own.rounds * share)) : own.rounds
  return { ...own, dose, rounds, limits: [...own.limits, { kind: 'share', name, share }] }
}

/** So much of the seconds or repetitions of a dose; the same object where there is no less of it. */
function shareOf(dose: Dose, share: number): Dose {
  const part = (amount: number) => Math.max(1, Math.floor(amount * share))
  switch (dose.kind) {
    case 'hold':
    case 'target':
    case 'press':
      return { ...dose, seconds: part(dose.seconds) }
    case 'pair':
      return { ...dose, hold: part(dose.hold), count: part(dose.count) }
    case 'reps':
      return dose.count === 1 ? dose : { ...dose, count: part(dose.count), lastHold: Math.floor(dose.lastHold * share) }
    case 'pulse':
    case 'breathed':
    case 'swing':
      return dose.count === 1 ? dose : { ...dose, count: part(dose.count) }
    case 'circle':
      return dose.perDirection === 1 ? dose : { ...dose, perDirection: part(dose.perDirection) }
    case 'lift-off':
      return dose.count === 1 ? { ...dose, keep: part(dose.keep) } : { ...dose, count: part(dose.count) }
    case 'lower':
      return dose.efforts === 1 ? dose : { ...dose, efforts: part(dose.efforts) }
    case 'breath':
      return dose
  }
}

function withHold(own: OwnDose, { rows, quality }: Limiting): OwnDose {
  const found = strictest(
    rows,
    ({ holdAtMost }) => (holdAtMost?.of.includes(quality) ? holdAtMost.seconds : undefined),
    Number,
  )
  if (!found) return own
  const { name, value: secondsAtMost } = found
  const dose = heldAtMost(own.dose, secondsAtMost)
  return dose === own.dose ? own : { ...own, dose, limits: [...own.limits, { kind: 'hold', name, secondsAtMost }] }
}

function heldAtMost(dose: Dose, seconds: number): Dose {
  switch (dose.kind) {
    case 'hold':
    case 'target':
    case 'press':
      return dose.seconds > seconds ? { ...dose, seconds } : dose
    case 'pair':
      return dose.hold > seconds ? { ...dose, hold: seconds } : dose
    case 'reps':
      return dose.lastHold > seconds ? { ...dose, lastHold: seconds } : dose
    case 'lift-off':
      return dose.keep > seconds ? { ...dose, keep: seconds } : dose
    case 'pulse':
    case 'breathed':
    case 'swing':
    case 'circle':
    case 'lower':
    case 'breath':
      return dose
  }
}

function withEffort(own: OwnDose, { rows }: Limiting): OwnDose {
  const found = strictest(rows, (row) => row.effortAtMost, Number)
  if (!found || own.dose.kind !== 'press' || own.dose.effort <= found.value) return own
  const { name, value: percentAtMost } = found
  const dose = { ...own.dose, effort: percentAtMost }
  return { ...own, dose, limits: [...own.limits, { kind: 'effort', name, percentAtMost }] }
}

/** Waits between repetitions that ask something of the body: the seconds of the round stay, so fewer are done. */
function withWaits(own: OwnDose, { rows, sides, tags }: Limiting): OwnDose {
  const found = strictest(
    rows,
    ({ waitBetween }) => (waitBetween && tags.has(waitBetween.tag) ? waitBetween : undefined),
    ({ repetitions }) => repetitions,
  )
  if (!found || own.dose.kind !== 'reps' || own.dose.count <= found.value.repetitions) return own
  const { repetitions: every, seconds } = found.value
  const there = secondsOf(own.dose, sides)
  const waits = { every, seconds }
  let dose = own.dose
  while (dose.count > every && roundSeconds({ dose, waits }, sides) > there) dose = { ...dose, count: dose.count - 1 }
  return { ...own, dose, waits, limits: [...own.limits, { kind: 'waits', name: found.name, every, seconds }] }
}

/** Longer rests, in the block's time: as many rounds as fit. */
function withRest(own: OwnDose, { given, rows, sides }: Limiting): OwnDose {
  const found = strictest(
    rows,
    (row) => row.restAtLeast,
    (seconds) => -seconds,
  )
  if (!found || own.rounds < 2 || own.restSeconds >= found.value) return own
  const { name, value: seconds } = found
  const there = given.rounds * secondsOf(given.dose, sides) + (given.rounds - 1) * given.restSeconds
  const round = roundSeconds(own, sides)
  const rounds = Math.max(1, Math.min(own.rounds, Math.floor((there + seconds) / (round + seconds))))
  return { ...own, rounds, restSeconds: seconds, limits: [...own.limits, { kind: 'rest', name, seconds }] }
}

/**
 * One round of somebody's own dose on one side, with the waits in it, seconds.
 *
 * @example
 * roundSeconds({ dose: { kind: 'reps', count: 10, out: 2, pause: 0, back: 2, between: 0, lastHold: 0 },
 * waits: { every: 5, seconds: 30 } }, 'both')
 * // 70
 */
export function roundSeconds({ dose, waits }: Pick<OwnDose, 'dose' | 'waits'>, sides: SidePolicy): number {
  const seconds = secondsOf(dose, sides)
  if (!waits || dose.kind !== 'reps') return seconds
  return seconds + Math.floor((dose.count - 1) / waits.every) * waits.seconds
}

/**
 * Whether it is a limit of the body, and not only a school, a pace of its own or a swing that has no place.
 *
 * @example
 * isOfTheBody({ kind: 'pace' }) // false
 */
export function isOfTheBody({ kind }: DoseLimit): boolean {
  return kind !== 'school' && kind !== 'pace' && kind !== 'no-swing'
}
