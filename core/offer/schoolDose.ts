import { dequal } from 'dequal/lite'
import type { Movement, Variation } from '../catalogue/catalogue'
import type { Dose } from '../catalogue/dose'
import type { SchoolId, SidePolicy } from '../catalogue/words'
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

/**
 * The dose that a school gives what stands in for a block's movement: as many of its rounds as fit into the block's
 * time; where not one does, a shorter one.
 *
 * @param asked the block's movement, dose and rounds
 * @returns null where the block's dose holds: no school, or nothing fits
 * @example
 * standInDose(bridge, { movement: ankleOnKnee, dose: { kind: 'hold', seconds: 30 }, rounds: 1 }, null) // null
 */
export function standInDose(
  movement: Movement,
  asked: Given & { movement: Pick<Movement, 'sides'> },
  school: SchoolId | null,
): Given | null {
  return school === null ? null : fitted(movement.doses[school], movement.sides, asked)
}

/**
 * The dose of a rung that has a pace of its own, as much of it as fits into the block's time.
 *
 * @param asked the block's movement, dose and rounds
 * @returns null where the rung has none, or nothing of it fits
 * @example
 * rungDose(rung('bridge.floor.2'), { movement: bridge, dose: { kind: 'hold', seconds: 30 }, rounds: 1 }) // null
 */
export function rungDose(
  { dose, sides }: Pick<Variation, 'dose' | 'sides'>,
  asked: Given & { movement: Pick<Movement, 'sides'> },
): Given | null {
  return dose ? fitted({ dose, rounds: 1 }, sides, asked) : null
}

function fitted(
  { dose, rounds }: Given,
  sides: SidePolicy,
  { movement: asked, ...given }: Given & { movement: Pick<Movement, 'sides'> },
): Given | null {
  const there = secondsOf(given.dose, asked.sides) * given.rounds
  const fitting = Math.min(rounds, Math.floor(there / secondsOf(dose, sides)))
  if (fitting >= 1) return { dose, rounds: fitting }
  const shorter = shortened(dose, (one) => secondsOf(one, sides) <= there)
  return shorter && { dose: shorter, rounds: 1 }
}

/** Fewer repetitions or seconds, as many as fit; two at least, or 5 s. */
function shortened(dose: Dose, fits: (dose: Dose) => boolean): Dose | null {
  if ('count' in dose)
    for (let count = dose.count - 1; count >= 2; count -= 1) if (fits({ ...dose, count })) return { ...dose, count }
  if (dose.kind === 'hold' || dose.kind === 'press' || dose.kind === 'target')
    for (let seconds = dose.seconds - 5; seconds >= 5; seconds -= 5)
      if (fits({ ...dose, seconds })) return { ...dose, seconds }
  return null
}
