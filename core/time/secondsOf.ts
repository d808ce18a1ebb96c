import type { Dose } from '../catalogue/dose'
import type { SidePolicy } from '../catalogue/words'

/**
 * The time of a dose for one side and one round, in seconds.
 *
 * Alternating repetitions count per side, so the time holds twice the count.
 *
 * @param dose kinds and fields as in `catalogue/dose.ts`; all times in seconds
 * @param sides the side policy of the movement that is done
 * @returns seconds, side changes not included
 * @source practice; the press ramp of 2 s up and 2 s down is ours
 * @example
 * secondsOf({ kind: 'reps', count: 10, out: 2, pause: 1, back: 3, between: 1, lastHold: 10 }) // 79
 */
export function secondsOf(dose: Dose, sides: SidePolicy = 'both'): number {
  const times = (count: number) => (sides === 'alternating' ? 2 * count : count)
  switch (dose.kind) {
    case 'hold':
    case 'target':
      return dose.seconds
    case 'reps': {
      const count = times(dose.count)
      return count * (dose.out + dose.pause + dose.back) + (count - 1) * dose.between + dose.lastHold
    }
    case 'pulse':
      return times(dose.count) * (dose.atEnd + 2 * dose.travel)
    case 'swing':
      return times(dose.count) * dose.perSwing
    case 'circle':
      return 2 * dose.perDirection * dose.perCircle
    case 'press':
      return dose.seconds + 2 * dose.ramp
    case 'lower':
      return dose.efforts * (dose.hold + dose.lower) + (dose.efforts - 1) * dose.off
    case 'breath':
      return dose.cycles * (dose.in + dose.out)
    case 'breathed':
      return times(dose.count) * (dose.out + dose.in)
    case 'pair':
      return dose.hold + 2 * dose.there + times(dose.count) * dose.perSwing
    case 'lift-off':
      return times(dose.count) * liftOffSeconds(dose)
  }
}

/**
 * One lift-off: there with help, kept without, and home, in seconds.
 *
 * @example
 * liftOffSeconds({ reach: 4, keep: 5, home: 3 }) // 12
 */
export function liftOffSeconds({ reach, keep, home }: { reach: number; keep: number; home: number }): number {
  return reach + keep + home
}
