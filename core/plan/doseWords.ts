import { joined } from '../sentence'
import type { Dose } from '../catalogue/dose'
import type { SideOrder, SidePolicy } from '../catalogue/words'

/**
 * A dose in the field's own words, short enough for a lane.
 *
 * @example
 * doseWords({ kind: 'press', seconds: 30, effort: 50, ramp: 2 }) // "30 s press at 50 %"
 */
export function doseWords(dose: Dose): string {
  switch (dose.kind) {
    case 'hold':
      return `${dose.seconds} s hold`
    case 'reps':
      return `${dose.count} slow repetitions${dose.lastHold > 0 ? `, ${dose.lastHold} s on the last` : ''}`
    case 'pulse':
      return `${dose.count} pulses of ${dose.atEnd} s`
    case 'swing':
      return `${dose.count} loose swings`
    case 'circle':
      return `${dose.perDirection} circles each way`
    case 'press':
      return `${dose.seconds} s press at ${dose.effort} %`
    case 'target':
      return `hold up to ${dose.seconds} s`
    case 'lower':
      return `${dose.efforts} slow lowerings of ${dose.lower} s`
    case 'breath':
      return `${dose.cycles} breaths, ${dose.in} in and ${dose.out} out`
    case 'breathed':
      return `${dose.count} repetitions, each with a breath`
    case 'lift-off':
      return `${dose.count} lift-offs of ${dose.keep} s`
    case 'pair':
      return `${dose.hold} s hold, ${dose.count} swings`
  }
}

/**
 * A dose with its rounds, short enough for a lane.
 *
 * @example
 * givenWords({ dose: { kind: 'hold', seconds: 30 }, rounds: 2 }) // '30 s hold × 2'
 */
export function givenWords({ dose, rounds }: { dose: Dose; rounds: number }): string {
  return rounds > 1 ? `${doseWords(dose)} × ${rounds}` : doseWords(dose)
}

/**
 * How rounds and sides go with a dose.
 *
 * @param order null: it is left to whoever does it
 * @param catchUp whether the weaker side does one more round
 * @example
 * roundsWords(2, 'each', 'one-side-first', true) // 'each side, 2 rounds, one side first, the weaker once more'
 */
export function roundsWords(rounds: number, sides: SidePolicy, order: SideOrder | null, catchUp = false): string {
  const side = { both: '', each: 'each side', alternating: 'alternating', 'each-direction': 'each direction' }[sides]
  const words = [side, rounds > 1 ? `${rounds} rounds` : '']
  if (order !== null && (sides === 'each' || sides === 'each-direction'))
    words.push(order === 'one-side-first' ? 'one side first' : 'taking turns', catchUp ? 'the weaker once more' : '')
  return joined(words)
}
