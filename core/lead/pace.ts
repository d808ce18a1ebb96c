import { lastOf } from '../entries'
import type { Dose } from '../catalogue/dose'
import type { SidePolicy } from '../catalogue/words'

/** What the body does at a moment of one round, for counting aloud and for the eye. */
export interface PaceMoment {
  /** One or two words to say. */
  words: string
  /** Repetition, breath or effort that is on, from 1; null where nothing is counted. */
  count: number | null
  of: number | null
  /** Seconds of this stretch that are left. */
  leftSeconds: number
  /** Swelling with a breath in or an effort, shrinking with a breath out or a lowering: how wide, 0–1. */
  swell: number
}

interface Stretch {
  words: string
  seconds: number
  count?: number
  /** From and to, 0–1. */
  swell?: [number, number]
}

/**
 * Where one round of a dose is after some seconds: the repetition and its part, the press with its effort, the
 * lowering.
 *
 * @param sides alternating repetitions count each side
 * @param elapsedSeconds since the round began
 * @example
 * paceAt({ kind: 'reps', count: 10, out: 2, pause: 1, back: 3, between: 1, lastHold: 10 }, 'both', 8)
 * // { words: 'out', count: 2, of: 10, leftSeconds: 1, swell: 0.5 }
 */
export function paceAt(dose: Dose, sides: SidePolicy, elapsedSeconds: number): PaceMoment {
  const stretches = stretchesOf(dose, sides)
  const of = Math.max(0, ...stretches.map((stretch) => stretch.count ?? 0)) || null
  let before = 0
  for (const stretch of stretches) {
    if (elapsedSeconds < before + stretch.seconds) return momentOf(stretch, elapsedSeconds - before, of)
    before += stretch.seconds
  }
  const last = lastOf(stretches)
  return momentOf(last, last.seconds, of)
}

function momentOf({ words, seconds, count = 0, swell = [1, 1] }: Stretch, into: number, of: number | null): PaceMoment {
  const share = seconds === 0 ? 1 : Math.min(1, into / seconds)
  return {
    words,
    count: count === 0 ? null : count,
    of,
    leftSeconds: Math.max(0, seconds - into),
    swell: swell[0] + (swell[1] - swell[0]) * share,
  }
}

/** There with help, kept without, and home. */
function liftOff({ reach, keep, home }: Extract<Dose, { kind: 'lift-off' }>, count: number): Stretch[] {
  return [
    { words: 'there, with help', seconds: reach, count, swell: [0, 1] },
    { words: 'let go, keep it', seconds: keep, count },
    { words: 'home', seconds: home, count, swell: [1, 0] },
  ]
}

/** Held, let down slowly, and let go until the next. */
function lowering(dose: Extract<Dose, { kind: 'lower' }>, count: number): Stretch[] {
  return [
    { words: 'hold', seconds: dose.hold, count },
    { words: 'lower slowly', seconds: dose.lower, count, swell: [1, 0] },
    { words: 'off', seconds: count === dose.efforts ? 0 : dose.off, count, swell: [0, 0] },
  ]
}

/** Held, let go, and swung; then back to where it is held. */
function paired({ hold, there, perSwing }: Extract<Dose, { kind: 'pair' }>, swings: number): Stretch[] {
  const stretches: Stretch[] = [
    { words: 'hold', seconds: hold },
    { words: 'let go, to the swing', seconds: there, swell: [0, 1] },
    ...Array.from({ length: swings }, (_, at) => swing(at + 1, perSwing)),
    { words: 'and back', seconds: there, swell: [1, 0] },
  ]
  return stretches.filter((stretch) => stretch.seconds > 0)
}

const swing = (count: number, seconds: number): Stretch => ({
  ...{ words: 'swing', seconds, count },
  swell: count % 2 === 0 ? [1, 0] : [0, 1],
})

/** Out with a breath out, back with a breath in. */
function breathed(dose: Extract<Dose, { kind: 'breathed' }>, count: number): Stretch[] {
  return [
    { words: 'breathe out', seconds: dose.out, count, swell: [0, 1] },
    { words: 'in, and back', seconds: dose.in, count, swell: [1, 0] },
  ]
}

/** One repetition, of which the last may be held. */
function repetition(dose: Extract<Dose, { kind: 'reps' }>, count: number, isLast: boolean): Stretch[] {
  const held = isLast ? dose.lastHold : 0
  const stretches: Stretch[] = [
    { words: 'out', seconds: dose.out, count, swell: [0, 1] },
    { words: held > 0 ? 'and hold' : 'stay', seconds: dose.pause + held, count },
    { words: 'and back', seconds: dose.back, count, swell: [1, 0] },
    { words: 'soft', seconds: isLast ? 0 : dose.between, count, swell: [0, 0] },
  ]
  return stretches.filter((stretch) => stretch.seconds > 0)
}

function stretchesOf(dose: Dose, sides: SidePolicy): Stretch[] {
  const times = <T>(count: number, make: (n: number) => T[]): T[] =>
    Array.from({ length: count }, (_, at) => make(at + 1)).flat()
  const onBoth = (count: number) => (sides === 'alternating' ? 2 * count : count)
  switch (dose.kind) {
    case 'hold':
      return [{ words: 'hold', seconds: dose.seconds }]
    case 'target':
      return [{ words: 'hold on', seconds: dose.seconds }]
    case 'reps': {
      const count = onBoth(dose.count)
      return times(count, (n) => repetition(dose, n, n === count))
    }
    case 'pulse':
      return times(onBoth(dose.count), (n) => [
        { words: 'in', seconds: dose.travel, count: n, swell: [0.3, 1] },
        { words: 'a little further', seconds: dose.atEnd, count: n },
        { words: 'ease', seconds: dose.travel, count: n, swell: [1, 0.3] },
      ])
    case 'swing':
      return times(onBoth(dose.count), (n) => [swing(n, dose.perSwing)])
    case 'circle':
      return [
        ...times(dose.perDirection, (n): Stretch[] => [{ words: 'round', seconds: dose.perCircle, count: n }]),
        ...times(dose.perDirection, (n): Stretch[] => [{ words: 'the other way', seconds: dose.perCircle, count: n }]),
      ]
    case 'press':
      return [
        { words: `press up to ${dose.effort} %`, seconds: dose.ramp, swell: [0, dose.effort / 100] },
        {
          words: `even, ${dose.effort} %, and breathe`,
          seconds: dose.seconds,
          swell: [dose.effort / 100, dose.effort / 100],
        },
        { words: 'let it go', seconds: dose.ramp, swell: [dose.effort / 100, 0] },
      ]
    case 'lower':
      return times(dose.efforts, (n) => lowering(dose, n)).filter((stretch) => stretch.seconds > 0)
    case 'breath':
      return times(dose.cycles, (n) => [
        { words: 'in', seconds: dose.in, count: n, swell: [0, 1] },
        { words: 'out', seconds: dose.out, count: n, swell: [1, 0] },
      ])
    case 'breathed':
      return times(onBoth(dose.count), (n) => breathed(dose, n))
    case 'lift-off':
      return times(onBoth(dose.count), (n) => liftOff(dose, n))
    case 'pair':
      return paired(dose, onBoth(dose.count))
  }
}
