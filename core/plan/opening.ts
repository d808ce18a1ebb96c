import type { Dose } from '../catalogue/dose'
import type { SidePolicy } from '../catalogue/words'
import { secondsOf } from '../time/secondsOf'

/** Said where a lane may go on: “On the chairs: two more if it is opening.” */
export const IF_OPENING = 'Two more if it is opening.'

/**
 * Two more of what is done again and again, for whom it is opening up: of circles one more each way.
 *
 * @returns null where nothing opens by doing it once more: holds, presses, lowerings, lift-offs, breaths, pairs
 * @source a couple more where it is opening up: common practice, no source
 * @example
 * twoMore({ kind: 'pulse', count: 5, atEnd: 3, travel: 1 }) // { kind: 'pulse', count: 2, atEnd: 3, travel: 1 }
 */
export function twoMore(dose: Dose): Dose | null {
  switch (dose.kind) {
    case 'reps':
      return { ...dose, count: 2, lastHold: 0 }
    case 'pulse':
    case 'swing':
    case 'breathed':
      return { ...dose, count: 2 }
    case 'circle':
      return { ...dose, perDirection: 1 }
    case 'hold':
    case 'target':
    case 'press':
    case 'lower':
    case 'breath':
    case 'pair':
    case 'lift-off':
      return null
  }
}

/**
 * How long two more take on one side, seconds; nothing where nothing opens.
 *
 * @example
 * openingSeconds({ kind: 'pulse', count: 5, atEnd: 3, travel: 1 }, 'each') // 10
 */
export function openingSeconds(dose: Dose, sides: SidePolicy): number {
  const more = twoMore(dose)
  return more ? secondsOf(more, sides) : 0
}
