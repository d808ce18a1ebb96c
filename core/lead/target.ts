import type { Dose } from '../catalogue/dose'
import { secondsOf } from '../time/secondsOf'

export interface Target {
  amount: number
  unit: 's' | 'repetitions'
}

/**
 * What "done" means for a dose: the seconds to hold, or the repetitions of one round; of slow lowerings the seconds of
 * the set.
 *
 * @source a set of lowerings is timed until one gets faster than its ten seconds: common practice, no source
 *
 * @example
 * targetOf({ kind: 'hold', seconds: 30 }) // { amount: 30, unit: 's' }
 */
export function targetOf(dose: Dose): Target {
  switch (dose.kind) {
    case 'hold':
    case 'target':
    case 'press':
      return { amount: dose.seconds, unit: 's' }
    // The set's time: it is over where a lowering gets faster than it should be.
    case 'lower':
      return { amount: Math.round(secondsOf(dose)), unit: 's' }
    case 'pair':
      return { amount: dose.hold, unit: 's' }
    case 'lift-off':
      return { amount: dose.keep, unit: 's' }
    case 'breath':
      return { amount: dose.cycles, unit: 'repetitions' }
    case 'circle':
      return { amount: dose.perDirection, unit: 'repetitions' }
    case 'reps':
    case 'breathed':
    case 'pulse':
    case 'swing':
      return { amount: dose.count, unit: 'repetitions' }
  }
}

/**
 * How much of a dose is done after some seconds of a round: what "partly" records.
 *
 * A lift-off is done from when the help is off; once one was kept to its end, all of it is.
 *
 * @param elapsedSeconds since the round began
 * @returns whole seconds or whole repetitions, never over the target
 * @example
 * reachedBy({ kind: 'hold', seconds: 30 }, 30, 12) // 12
 */
export function reachedBy(dose: Dose, roundSeconds: number, elapsedSeconds: number): number {
  const { amount, unit } = targetOf(dose)
  const worked = dose.kind === 'lift-off' ? elapsedSeconds - dose.reach : elapsedSeconds
  const reached = unit === 's' ? worked : (elapsedSeconds / roundSeconds) * amount
  return Math.max(0, Math.min(amount, Math.floor(reached)))
}
