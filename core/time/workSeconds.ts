import type { SideOrder, SidePolicy } from '../catalogue/words'

export interface Work {
  /** One side, one round, seconds. */
  roundSeconds: number
  rounds: number
  restSeconds: number
  /** A rest ends where everybody can talk again, and not by the clock. */
  untilTalk?: boolean | undefined
  sides: SidePolicy
  order: SideOrder
  /** 8 lying or kneeling, 4 otherwise. */
  sideChangeSeconds: number
  /** One more round for the weaker side, after both. */
  catchUp?: boolean | undefined
  /** Only this side of two: a chain comes to the other one later. */
  onSide?: 'first' | 'second' | undefined
  /** So long a lane does two more after the last round of a side, for whom it is opening, seconds. */
  openingSeconds?: number | undefined
  /** Whether it is this lane; the others rest meanwhile, and change sides with it. */
  opens?: boolean | undefined
  /** It begins with a change of side: the first of what a chain does on the other one. */
  turns?: boolean | undefined
}

/** One stretch of a block's work as it is led: a round on a side, two more of it, a rest, or a change of side. */
export interface WorkPart {
  kind: 'work' | 'opening' | 'rest' | 'change-side'
  seconds: number
  /** Which side is on; `both` where sides do not matter, `weaker` where each does their own once more. */
  side: 'both' | 'first' | 'second' | 'weaker'
  /** Counted from 1. */
  round: number
  /** It does not end by the clock. */
  waits?: boolean | undefined
}

/**
 * The parts of a block's work in the order in which they are led.
 *
 * One side first: all rounds and rests of a side, the change, then the other side alike.
 * Taking turns: a round on each side with a change between; the other side's turn is the rest.
 * One side alone: its rounds and rests, after a change where the side before was the other one.
 * A catch-up round comes last, after a change of side or the block's rest, whichever is longer.
 *
 * @returns parts whose seconds add up to `workSeconds`
 * @example
 * workParts({ roundSeconds: 30, rounds: 1, restSeconds: 0, sides: 'each', order: 'one-side-first',
 * sideChangeSeconds: 8 }).map((part) => part.kind)
 * // ['work', 'change-side', 'work']
 */
export function workParts(work: Work): WorkPart[] {
  const { roundSeconds, rounds, restSeconds, sideChangeSeconds, untilTalk, openingSeconds = 0 } = work
  const worked = (side: WorkPart['side'], round: number): WorkPart[] => [
    { kind: 'work', seconds: roundSeconds, side, round },
    ...(round === rounds && openingSeconds > 0
      ? [{ kind: work.opens ? 'opening' : 'rest', seconds: openingSeconds, side, round } as const]
      : []),
  ]
  const roundsOf = (side: WorkPart['side']): WorkPart[] =>
    Array.from({ length: rounds }, (_, index) => index + 1).flatMap((round) => [
      ...(round > 1 && restSeconds > 0
        ? [{ kind: 'rest', seconds: restSeconds, side, round, ...(untilTalk && { waits: true }) } as const]
        : []),
      ...worked(side, round),
    ])
  if (!isTwoSided(work.sides)) return roundsOf('both')
  const change = (round: number, side: 'first' | 'second'): WorkPart => ({
    kind: 'change-side',
    seconds: sideChangeSeconds,
    side,
    round,
  })
  if (work.onSide === 'first') return roundsOf('first')
  if (work.onSide) return [...(work.turns ? [change(1, 'second')] : []), ...roundsOf('second'), ...catchUpParts(work)]
  if (work.order === 'one-side-first' || !mayTakeTurns(work)) {
    return [...roundsOf('first'), change(1, 'second'), ...roundsOf('second'), ...catchUpParts(work)]
  }
  return [
    ...Array.from({ length: rounds }, (_, index) => index + 1).flatMap((round) => [
      ...(round > 1 ? [change(round, 'first')] : []),
      ...worked('first', round),
      change(round, 'second'),
      ...worked('second', round),
    ]),
    ...catchUpParts(work),
  ]
}

function catchUpParts({ catchUp, roundSeconds, restSeconds, sideChangeSeconds }: Work): WorkPart[] {
  if (!catchUp) return []
  return [
    { kind: 'change-side', seconds: Math.max(restSeconds, sideChangeSeconds), side: 'weaker', round: 1 },
    { kind: 'work', seconds: roundSeconds, side: 'weaker', round: 1 },
  ]
}

/**
 * The time of a block's work in seconds: `R·t + (R−1)·rest` for one side or both at once,
 * `2·(R·t + (R−1)·rest) + c` one side first, `2·R·t + (2R−1)·c` taking turns; a catch-up round adds `max(rest, c) + t`.
 *
 * @source ours, from common practice
 * @example
 * workSeconds({ roundSeconds: 30, rounds: 2, restSeconds: 10, sides: 'each', order: 'one-side-first',
 * sideChangeSeconds: 8 })
 * // 148
 */
export function workSeconds(work: Work): number {
  return workParts(work).reduce((sum, part) => sum + part.seconds, 0)
}

/**
 * Turns are only offered where the other side's turn is at least the rest: `t + 2c ≥ rest`.
 *
 * @example
 * mayTakeTurns({ roundSeconds: 30, restSeconds: 10, sideChangeSeconds: 8 }) // true
 */
export function mayTakeTurns(work: Pick<Work, 'roundSeconds' | 'restSeconds' | 'sideChangeSeconds'>): boolean {
  return work.roundSeconds + 2 * work.sideChangeSeconds >= work.restSeconds
}

/**
 * Whether the sides are worked one after the other.
 *
 * @example
 * isTwoSided('each') // true
 */
export function isTwoSided(sides: SidePolicy): boolean {
  return sides === 'each' || sides === 'each-direction'
}
