import type { Tier } from '../catalogue/words'
import { storedLevel } from '../offer/levels'
import type { Person } from '../offer/person'
import type { Plan } from '../plan/plan'
import type { Circle } from '../circle/circle'
import type { SideWords } from './cueWords'

/**
 * The circle's habit as it holds in a plan: one that says “the tighter side first” has everybody begin on theirs.
 *
 * @example
 * habitIn({ startSide: 'left' }, { order: 'tighter-first' }).startSide // 'tighter'
 */
export function habitIn<C extends Pick<Circle, 'startSide'>>(circle: C, { order }: Pick<Plan, 'order'>): C {
  return order === 'tighter-first' ? { ...circle, startSide: 'tighter' } : circle
}

/**
 * Which side a circle begins with at a meeting, and what the sides are called: always the same one, in turn from
 * meeting to
 * meeting, or each on their own tighter side. Where everybody has a first side of their own, nobody says left and
 * right.
 *
 * @param before how many meetings the circle held before this one: whatever the weeks between them, sides take turns
 * @example
 * sidesToday({ sideHabit: 'left-right', startSide: 'tighter' }, 3).sideHabit // 'first-second'
 */
export function sidesToday(
  { sideHabit, startSide }: Pick<Circle, 'sideHabit' | 'startSide'>,
  before: number,
): SideWords {
  if (startSide === 'tighter') return { sideHabit: 'first-second', startSide: 'left' }
  if (startSide === 'in-turn') return { sideHabit, startSide: before % 2 === 0 ? 'left' : 'right' }
  return { sideHabit, startSide }
}

/**
 * The side that one person begins on: the tighter one, where the circle does so and one is tighter.
 *
 * @example
 * startSideFor(ann, { movement: 'ankle-on-knee', tier: 'chair' }, { startSide: 'right' }, { sideHabit:
 * 'left-right', startSide: 'right' })
 * // 'right'
 */
export function startSideFor(
  person: Person,
  { movement, tier }: { movement: string; tier: Tier },
  circle: Pick<Circle, 'startSide'>,
  today: SideWords,
): 'left' | 'right' {
  if (circle.startSide !== 'tighter') return today.startSide
  const [left, right] = [storedLevel(person, movement, tier, 'left'), storedLevel(person, movement, tier, 'right')]
  return left !== null && right !== null && right < left ? 'right' : 'left'
}
