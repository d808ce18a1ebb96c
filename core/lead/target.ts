import type { Dose } from '../catalogue/dose'

export interface Target {
  amount: number
  unit: 's' | 'repetitions'
}

/**
 * What "done" means for a dose: the seconds to hold, or the repetitions of one round.
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
    case 'pair':
      return { amount: dose.hold, unit: 's' }
    case 'breath':
      return { amount: dose.cycles, unit: 'repetitions' }
    case 'circle':
      return { amount: dose.perDirection, unit: 'repetitions' }
    case 'lower':
      return { amount: dose.efforts, unit: 'repetitions' }
    case 'reps':
    case 'pulse':
    case 'swing':
      return { amount: dose.count, unit: 'repetitions' }
  }
}

/**
 * How much of a dose is done after some seconds of a round: what "partly" records.
 *
 * @param elapsedSeconds since the round began
 * @returns whole seconds or whole repetitions, never over the target
 * @example
 * reachedBy({ kind: 'hold', seconds: 30 }, 30, 12) // 12
 */
export function reachedBy(dose: Dose, roundSeconds: number, elapsedSeconds: number): number {
  const { amount, unit } = targetOf(dose)
  const reached = unit === 's' ? elapsedSeconds : (elapsedSeconds / roundSeconds) * amount
  return Math.max(0, Math.min(amount, Math.floor(reached)))
}
