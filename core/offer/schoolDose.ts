import { dequal } from 'dequal/lite'
import type { Movement } from '../catalogue/catalogue'
import { secondsOf } from '../time/secondsOf'
import type { Given } from './dials'
import type { Person } from './person'

/**
 * The dose that somebody with a school of their own works at in a block: their school's, where one side of it fits into
 * the block's time. The block's dose is the clock: a person's own may be shorter, never longer.
 *
 * @returns null where the block's own dose holds
 * @example
 * schoolDose(ankleOnKnee, { dose: { kind: 'hold', seconds: 30 }, rounds: 1 }, { school: 'pulse' }).dose
 * // { kind: 'pulse', count: 5, atEnd: 4, travel: 1 }
 */
export function schoolDose(movement: Movement, given: Given, { school }: Pick<Person, 'school'>): Given | null {
  if (school === null) return null
  const { dose, rounds } = movement.doses[school]
  const there = secondsOf(given.dose, movement.sides) * given.rounds
  const fitting = Math.min(rounds, Math.floor(there / secondsOf(dose, movement.sides)))
  if (fitting < 1 || (dequal(dose, given.dose) && fitting === given.rounds)) return null
  return { dose, rounds: fitting }
}
