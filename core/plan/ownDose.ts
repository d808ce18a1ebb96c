import { dequal } from 'dequal/lite'
import type { Catalogue } from '../catalogue/catalogue'
import type { Person } from '../offer/person'
import { secondsOf } from '../time/secondsOf'
import type { Block } from './plan'

/**
 * The dose that somebody with a school of their own works at in a block: their school's, where one side of it fits into
 * the block's time. The block's dose is the clock: a person's own may be shorter, never longer.
 *
 * @returns null where the block's own dose holds
 * @example
 * ownDose(blockOfMovement('ankle-on-knee'), { school: 'pulse' }, catalogue).dose
 * // { kind: 'pulse', count: 5, atEnd: 4, travel: 1 }
 */
export function ownDose(
  block: Block,
  person: Pick<Person, 'school'>,
  catalogue: Catalogue,
): Pick<Block, 'dose' | 'rounds'> | null {
  const movement = catalogue.movements.get(block.movement)
  if (!movement || person.school === null) return null
  const { dose, rounds } = movement.doses[person.school]
  const there = secondsOf(block.dose, movement.sides) * block.rounds
  const one = secondsOf(dose, movement.sides)
  const fitting = Math.min(rounds, Math.floor(there / one))
  if (fitting < 1 || (dequal(dose, block.dose) && fitting === block.rounds)) return null
  return { dose, rounds: fitting }
}
