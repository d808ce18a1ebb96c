import type { Tier } from '../catalogue/words'
import { called } from '../plan/heard'
import type { ChangeoverMove } from '../time/changeover'
import type { Saying } from './speaking'

/** How somebody gets there: when it is told, and when at the earliest, seconds since the class began. */
export interface Told {
  saying: Saying
  wanted: number
  earliest: number
}

/** A lane that moves before a block. */
interface Moving {
  tier: Tier
  moves: readonly Pick<ChangeoverMove, 'cue' | 'seconds' | 'waitSeconds'>[]
}

/**
 * Every move as it is made, in the order of time: none is told before those before it are made, with their waits.
 *
 * @param from when the lanes begin to move, seconds since the class began
 * @example
 * movesAsMade([{ tier: 'chair', moves: [{ cue: 'Stand up.', seconds: 4, waitSeconds: 0 }] }], 20)[0].earliest // 20
 */
export function movesAsMade(lanes: readonly Moving[], from: number): Told[] {
  const told = lanes.flatMap(({ tier, moves }) => {
    let at = from
    return moves.map(({ cue, seconds, waitSeconds }): Told => {
      const when = at
      at += seconds + waitSeconds
      return { saying: { kind: 'transition', words: called([tier], cue), lanes: [tier] }, wanted: when, earliest: when }
    })
  })
  return told.sort((a, b) => a.wanted - b.wanted)
}

/**
 * The whole way of each lane at once, where there is no time for more.
 *
 * @example
 * waysAtOnce([{ tier: 'chair', moves: [{ cue: 'Stand up.', seconds: 4, waitSeconds: 0 }] }], { from: 0,
 * moving: 20 })[0].saying.words
 * // 'On the chairs: stand up.'
 */
export function waysAtOnce(lanes: readonly Moving[], { from, moving }: Pick<Times, 'from' | 'moving'>): Told[] {
  return lanes
    .filter(({ moves }) => moves.length > 0)
    .map(({ tier, moves }) => {
      const words = called([tier], moves.map(({ cue }) => cue).join(' '))
      return { saying: { kind: 'transition', words, lanes: [tier] }, wanted: moving, earliest: from }
    })
}

/** When the lead-in begins, when the first begin to move, and how long something is spoken. */
interface Times {
  from: number
  moving: number
  secondsOf: (saying: Saying) => number
}

/**
 * What is said before the work, one after the other: set-ups until the first begin to move, then how they get there,
 * with the other set-ups between the moves.
 *
 * @returns when each is said and when the last one ends, seconds since the class began
 * @example
 * leadIn([{ kind: 'name', words: 'Bridge.' }], [], { from: 0, moving: 8, secondsOf: () => 1 }).ends // 1
 */
export function leadIn(
  needed: readonly Saying[],
  ways: readonly Told[],
  { from, moving, secondsOf }: Times,
): { said: { saying: Saying; at: number }[]; ends: number } {
  const said: { saying: Saying; at: number }[] = []
  const left = [...needed]
  let now = from
  const say = (saying: Saying) => {
    said.push({ saying, at: now })
    now += secondsOf(saying)
  }
  /** As many of those left as end before something else is to be said. */
  const fill = (until: number) => {
    for (let next = left[0]; next && now + secondsOf(next) <= until; next = left[0]) {
      left.shift()
      say(next)
    }
  }
  fill(moving)
  for (const { saying, wanted, earliest } of ways) {
    fill(wanted)
    // While something else is still to be said a way may be told sooner, where that is allowed.
    now = Math.max(now, left.length === 0 ? wanted : earliest)
    say(saying)
  }
  fill(Infinity)
  return { said, ends: now }
}
