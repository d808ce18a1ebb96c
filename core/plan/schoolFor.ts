import type { SchoolId } from '../catalogue/words'
import type { Person } from '../offer/person'
import type { Plan } from './plan'

/**
 * The school whose rule holds for one person in one block: the person's own, else the block's, else the plan's.
 *
 * @param blockId a block that has left the plan counts as the plan's
 * @example
 * schoolFor(plan, 'a', { school: 'press' }) // 'press'
 */
export function schoolFor(plan: Plan, blockId: string, person: Pick<Person, 'school'>): SchoolId {
  return person.school ?? plan.blocks.find((block) => block.id === blockId)?.school ?? plan.school
}

/**
 * The school somebody follows outside of a plan: their own, else that of the first circle they belong to.
 *
 * @example
 * usualSchool({ id: 'ann', school: null }, [{ school: 'pulse', members: ['ann'] }]) // 'pulse'
 */
export function usualSchool(
  person: Pick<Person, 'id' | 'school'>,
  circles: readonly { school: SchoolId; members: readonly string[] }[],
): SchoolId {
  return person.school ?? circles.find((circle) => circle.members.includes(person.id))?.school ?? 'dwell'
}
