import type { Tier } from '../catalogue/words'
import type { Person } from '../offer/person'
import { blockIn, type Plan } from '../plan/plan'
import { schoolFor } from '../plan/schoolFor'
import type { BlockToday } from './reflectOn'

/**
 * What a plan asked of one person in a block: the school whose rule holds, and the dose of their tier.
 *
 * @example
 * blockToday(plan, ann)('a', 'chair').school // 'dwell'
 */
export function blockToday(plan: Plan, person: Pick<Person, 'school'>): (blockId: string, tier: Tier) => BlockToday {
  return (blockId, tier) => {
    const block = plan.blocks.find((one) => one.id === blockId)
    const own = block && blockIn(block, tier)
    return { school: schoolFor(plan, blockId, person), given: own ? { dose: own.dose, rounds: own.rounds } : null }
  }
}
