import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { blockFor } from './edits'
import { placingsAt } from './placing'
import { timelineOf } from './timeline'

const catalogue = shippedCatalogue()
const met = new Set(catalogue.movements.keys())
const people = [
  personIn('floor', {
    levels: ['bridge', 'knee-sways', 'ankle-on-knee'].map((movement) => ({
      movement,
      tier: 'floor' as const,
      side: 'both' as const,
      level: 2,
    })),
  }),
]
const expected = people.map((person) => ({ person, when: { daysAway: 7 } }))
const plan = planWith(['bridge', 'knee-sways'])
const costs = placingsAt(plan, 1, { riders: ridersIn(plan, people), expected, met, catalogue })

describe('what a movement costs at a place', () => {
  it('is nothing of a changeover where everybody lies already', () => {
    expect(catalogue.variations.get('ankle-on-knee.floor.2')!.postureId).toBe('floor/supine')
    expect(costs.get('ankle-on-knee')!.changeoverSeconds).toBe(0)
    expect(costs.get('weight-shifts')!.changeoverSeconds).toBeGreaterThan(30)
  })
  it('is what the whole plan becomes longer, worked out anew', () => {
    for (const movement of catalogue.movements.values()) {
      const longer = { ...plan, blocks: plan.blocks.toSpliced(1, 0, blockFor(movement, 'dwell', 'placed', catalogue)) }
      const seconds =
        timelineOf(longer, ridersIn(longer, people), met, catalogue).seconds -
        timelineOf(plan, ridersIn(plan, people), met, catalogue).seconds
      expect(costs.get(movement.id)!.seconds, movement.id).toBeCloseTo(seconds, 6)
    }
  })
  it('names who would only breathe', () => {
    const fragile = personIn('bed', { leftOut: [{ movement: 'bridge', tier: 'bed' }] })
    const own = planWith(['paced-breath'])
    const found = placingsAt(own, 1, {
      riders: ridersIn(own, [fragile]),
      expected: [{ person: fragile, when: { daysAway: 7 } }],
      met,
      catalogue,
    })
    expect(found.get('bridge')!.breathing).toEqual([fragile.id])
    expect(found.get('paced-breath')!.breathing).toEqual([])
  })
})
