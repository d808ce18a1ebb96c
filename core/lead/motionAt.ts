import type { Dose } from '../catalogue/dose'
import type { SidePolicy } from '../catalogue/words'
import { secondsOf } from '../time/secondsOf'
import { paceAt } from './pace'

/** Where a body is in its movement at a moment of a round. */
export interface MotionMoment {
  /** How far on its way from start to end, 0–1. */
  share: number
  /** Alternating repetitions: whether it is the other side's. */
  isOther: boolean
  /** How much of its effort is pressed, 0–1, where it is a press. */
  press?: number
  /** How far round, 0–1, where it goes in circles; back again the other way. */
  round?: number
  /** How far breathed in, 0–1: what is held goes on breathing. */
  breath?: number
}

/** So long a hold takes to arrive in, seconds; ours. */
const ARRIVES_S = 3
/** Quiet breathing while something is held: a breath so long, seconds, and so deep of a full one; ours. */
const [BREATH_S, BREATH_DEEP] = [5, 0.45]
/** A pulse eases off so far. */
const PULSE_FROM = 0.3

/**
 * Where a body is in its movement after some seconds of a round, as its dose is done: repetitions out, pause and back;
 * pulses at the end of the way; swings to and fro; holds and presses that arrive and stay; lifting, and lowering
 * slowly.
 *
 * @param elapsedSeconds since the round began
 * @example
 * motionAt({ kind: 'reps', count: 10, out: 2, pause: 1, back: 3, between: 1, lastHold: 10 }, 'both', 1)
 * // { share: 0.5, isOther: false }
 */
export function motionAt(dose: Dose, sides: SidePolicy, elapsedSeconds: number): MotionMoment {
  const elapsed = Math.max(0, elapsedSeconds)
  const pace = paceAt(dose, sides, elapsed)
  if (dose.kind === 'swing') return swungAt({ swings: pace.of ?? dose.count, perSwing: dose.perSwing }, sides, elapsed)
  const isOther = sides === 'alternating' && dose.kind !== 'pair' && pace.count !== null && pace.count % 2 === 0
  const share = shareOf(dose, elapsed, pace)
  if (dose.kind === 'circle') return { share, isOther, round: roundOf(dose, elapsed) }
  if (dose.kind === 'press') return { share, isOther, press: pace.swell / (dose.effort / 100) }
  if (dose.kind === 'breath') return { share, isOther, breath: share }
  return isStill(dose) ? { share, isOther, breath: quietBreath(elapsed) } : { share, isOther }
}

/** What is only held goes on breathing, and is seen to. */
const isStill = ({ kind }: Dose) => kind === 'hold' || kind === 'target'
const quietBreath = (seconds: number) => (BREATH_DEEP * (1 - Math.cos((2 * Math.PI * seconds) / BREATH_S))) / 2

/**
 * Where on its way a body is drawn: a circle goes round; what is not done in circles goes to its other pose and back.
 *
 * @example
 * placeOn({ isRound: true }, { share: 1, isOther: false }) // 0.5
 */
export function placeOn({ isRound = false }: { isRound?: boolean }, { share, round }: MotionMoment): number {
  return isRound ? (round ?? share / 2) : share
}

/** In a preview what is held arrives, stays so long and goes back. */
const STAYS_S = 2.5
const RESTS_S = 1

/**
 * The same for a picture of the movement by itself, again and again: what is held is shown arriving and leaving.
 *
 * @param seconds since it was opened
 * @example
 * previewAt({ kind: 'hold', seconds: 90 }, 'both', 4).share // 1
 */
export function previewAt(dose: Dose, sides: SidePolicy, seconds: number): MotionMoment {
  if (dose.kind === 'hold' || dose.kind === 'target' || dose.kind === 'press') {
    const into = seconds % (2 * ARRIVES_S + STAYS_S + RESTS_S)
    const out = eased(into / ARRIVES_S)
    const share = out - eased((into - ARRIVES_S - STAYS_S) / ARRIVES_S)
    if (dose.kind === 'press') return { share, isOther: false, press: share }
    return { share, isOther: false, breath: quietBreath(seconds) }
  }
  const whole = secondsOf(dose, sides)
  const into = seconds % (whole + RESTS_S)
  if (into < whole) return motionAt(dose, sides, into)
  // Back to where it begins, wherever the round has left it.
  const last = motionAt(dose, sides, whole)
  return { ...last, share: last.share * (1 - eased((into - whole) / RESTS_S)) }
}

/**
 * How far a body is on its way at a share of its time: slow to begin and to arrive.
 *
 * @source minimum jerk, Flash & Hogan 1985, memory
 * @example
 * eased(0.5) // 0.5
 */
export function eased(time: number): number {
  const t = Math.max(0, Math.min(1, time))
  return Math.min(1, t * t * t * (10 + t * (6 * t - 15)))
}

/**
 * Where a body is in loose swings: each takes it to the other pose; where sides take turns, past the middle to the
 * other side, from rest and to rest again.
 *
 * @param of how many, and how long one takes
 * @example
 * swungAt({ swings: 4, perSwing: 2 }, 'alternating', 4) // { share: 1, isOther: true }
 */
export function swungAt(
  { swings, perSwing }: { swings: number; perSwing: number },
  sides: SidePolicy,
  elapsedSeconds: number,
): MotionMoment {
  const whole = Math.max(0, Math.min(swings * perSwing, elapsedSeconds))
  const at = Math.min(swings - 1, Math.floor(whole / perSwing))
  const share = whole / perSwing - at
  const isBack = at % 2 === 1
  if (sides !== 'alternating') return { share: swinging(isBack ? 1 - share : share), isOther: false }
  const end = isBack ? 1 : -1
  const quarter = (Math.PI / 2) * share
  const place = at === 0 ? Math.sin(quarter) : end * (at === swings - 1 ? Math.cos(quarter) : Math.cos(2 * quarter))
  return { share: Math.abs(place), isOther: place < 0 }
}

function shareOf(dose: Exclude<Dose, { kind: 'swing' }>, elapsed: number, pace: ReturnType<typeof paceAt>): number {
  const { swell, words, count, leftSeconds } = pace
  switch (dose.kind) {
    case 'hold':
    case 'target':
      return eased(elapsed / ARRIVES_S)
    // The hold; its swing is the partner's.
    case 'pair':
      if (elapsed < dose.hold) return eased(elapsed / ARRIVES_S)
      return 1 - eased((elapsed - dose.hold) / Math.max(1, dose.there))
    case 'reps':
    case 'breathed':
    case 'lift-off':
      return eased(swell)
    case 'pulse': {
      // The first one comes all the way, and takes its time.
      if (count === 1 && words !== 'ease') return eased(elapsed / (dose.travel + dose.atEnd))
      return PULSE_FROM + (1 - PULSE_FROM) * eased((swell - PULSE_FROM) / (1 - PULSE_FROM))
    }
    case 'circle':
      return swinging(2 * Math.min(1 - leftSeconds / dose.perCircle, leftSeconds / dose.perCircle))
    case 'press':
      return eased(swell / (dose.effort / 100))
    case 'lower':
      return words === 'hold' ? eased(1 - leftSeconds / dose.hold) : eased(swell)
    case 'breath':
      return eased(swell)
  }
}

/** Round, evenly; then as often the other way. */
function roundOf({ perDirection, perCircle }: Extract<Dose, { kind: 'circle' }>, elapsed: number): number {
  const circle = elapsed / perCircle
  if (circle >= 2 * perDirection) return 0
  const share = circle % 1
  return circle < perDirection ? share : 1 - share
}

/** To and fro as a pendulum: fastest in the middle. */
function swinging(share: number): number {
  return (1 - Math.cos(Math.PI * Math.max(0, Math.min(1, share)))) / 2
}
