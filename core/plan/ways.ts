import type { Dose } from '../catalogue/dose'
import { secondsOf } from '../time/secondsOf'

/** The same seconds spent in two ways: held still, or moved slowly out and back. */
export interface Ways {
  still: string
  moving: string
}

/**
 * What a dose offers to those who would rather stay still and to those who would rather move in rhythm, in the same
 * seconds, so that nobody waits for the others.
 *
 * @param rhythmSeconds one slow move out and back, from the movement; undefined: it is done in one way only
 * @returns null where the dose allows no choice
 * @source common practice
 * @example
 * waysOf({ kind: 'hold', seconds: 30 }, 6) // { still: 'stay still for 30 s', moving: '5 slow moves of 6 s' }
 */
export function waysOf(dose: Dose, rhythmSeconds: number | undefined): Ways | null {
  if (rhythmSeconds === undefined || (dose.kind !== 'hold' && dose.kind !== 'pulse')) return null
  const seconds = secondsOf(dose, 'both')
  if (dose.kind === 'pulse')
    return { still: `stay still for ${seconds} s`, moving: `${dose.count} pulses of ${dose.atEnd} s` }
  const moves = Math.floor(seconds / rhythmSeconds)
  return moves < 2
    ? null
    : {
        still: `stay still for ${seconds} s`,
        moving: `${moves} slow moves of ${seconds % rhythmSeconds === 0 ? '' : 'about '}${rhythmSeconds} s`,
      }
}
