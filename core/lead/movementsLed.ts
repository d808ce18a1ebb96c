import type { Catalogue } from '../catalogue/catalogue'
import { TIERS } from '../catalogue/words'
import { standInsFor } from '../offer/standIn'
import type { Plan } from '../plan/plan'

/**
 * Ids of all movements that a class by this plan may come to: what is planned, what may stand in for it, and breath.
 * With their words and figures a class can go on without the server.
 *
 * @example
 * movementsLed(plan, catalogue).includes('bridge') // true
 */
export function movementsLed(plan: Plan, catalogue: Catalogue): string[] {
  const { movements } = catalogue
  const planned = plan.blocks.map((block) => block.movement)
  const standIns = planned.flatMap((id) => {
    const movement = movements.get(id)
    return movement ? TIERS.flatMap((tier) => standInsFor(movement, tier, catalogue)) : []
  })
  const breath = [...movements.values()]
    .filter((movement) => movement.quality === 'breath')
    .map((movement) => movement.id)
  const led = new Set([...planned, ...standIns.map((one) => one.movement.id), ...breath])
  return [...led].filter((id) => movements.has(id))
}
