import { blockFor } from '../core/plan/edits'
import { emptyPlan, type Block, type Plan } from '../core/plan/plan'
import { riderOf, type RiderToday } from '../core/plan/riders'
import type { Person } from '../core/offer/person'
import { shippedCatalogue } from './shippedCatalogue'

/** A block of a shipped movement with the Dwell school's dose; every case says what differs. */
export function blockOfMovement(movement: string, change: Partial<Block> = {}): Block {
  const catalogue = shippedCatalogue()
  return { ...blockFor(catalogue.movements.get(movement)!, 'dwell', change.id ?? movement, catalogue), ...change }
}

/** A plan of these blocks, or of shipped movements by id. */
export function planWith(blocks: (string | Block)[], change: Partial<Plan> = {}): Plan {
  return {
    ...emptyPlan('Test', 45, 'dwell'),
    blocks: blocks.map((block) => (typeof block === 'string' ? blockOfMovement(block) : block)),
    ...change,
  }
}

/** These people in a plan, as on a usual day. */
export function ridersIn(plan: Plan, people: readonly Person[]): RiderToday[] {
  return people.map((person) => riderOf({ person, when: { daysAway: 7 } }, plan, shippedCatalogue()))
}
