import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { orderChange, reordered } from './reordered'
import { timelineOf } from './timeline'

const catalogue = shippedCatalogue()
const plan = planWith(
  ['paced-breath', 'upper-back-turn', 'bridge', 'sit-to-stand', 'rest-fold'].map((movement, at) =>
    blockOfMovement(movement, { id: `b${at}` }),
  ),
)
const riders = ridersIn(plan, [
  personIn('floor', { id: crypto.randomUUID() }),
  personIn('chair', { id: crypto.randomUUID() }),
])
const met = new Set(catalogue.movements.keys())

describe('another order of the blocks', () => {
  it('takes everybody’s offers along, whatever the order, and loses no block', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(plan.blocks.map((block) => block.id)), (order) => {
        const again = reordered(plan, riders, order)
        expect(again.plan.blocks.map((block) => block.id).slice(0, order.length)).toEqual(order)
        expect(again.plan.blocks).toHaveLength(plan.blocks.length)
        for (const [at, rider] of again.riders.entries())
          for (const [place, block] of again.plan.blocks.entries())
            expect(rider.offers[place]).toBe(riders[at]!.offers[plan.blocks.indexOf(block)])
      }),
      { numRuns: 60 },
    )
  })
  it('costs nothing where it is the same, and getting up again where the floor is left in between', () => {
    const timed = (order: string[]) => {
      const again = reordered(plan, riders, order)
      return timelineOf(again.plan, again.riders, met, catalogue)
    }
    const before = timed([])
    expect(orderChange(before, timed(['b0', 'b1', 'b2', 'b3', 'b4']))).toEqual({ seconds: 0, climb: 0, floorTrips: 0 })
    const apart = orderChange(timed(['b2', 'b4']), timed(['b2', 'b3', 'b4']))
    expect([apart.climb > 0, apart.seconds > 0]).toEqual([true, true])
  })
})
