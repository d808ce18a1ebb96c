import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../tests/shippedCatalogue'
import { personIn } from '../tests/people'
import { blockFor } from '../core/plan/edits'
import { emptyPlan } from '../core/plan/plan'
import { randomFrom } from '../core/random'
import { readScenario } from './scenario'
import { bodyOf, simulateMeeting } from './simulate'

const catalogue = shippedCatalogue()
const plan = {
  ...emptyPlan('', 45, 'dwell'),
  blocks: ['upper-back-turn', 'sit-to-stand'].map((id) =>
    blockFor(catalogue.movements.get(id)!, 'dwell', id, catalogue),
  ),
}
const START = new Date('2026-11-04T10:00:00Z')

function lead(seed: number, capacity: number) {
  const random = randomFrom(seed)
  const hidden = { ...readScenario().people[3]!, capacity }
  return simulateMeeting(
    { meetingId: 'm', startsAt: START, plan },
    [bodyOf(structuredClone(personIn('chair')), hidden, catalogue, random)],
    { history: [], random },
    catalogue,
  )
}

describe('the simulated people of the demo', () => {
  it('do the same for the same seed', () => {
    expect(lead(7, 3)).toEqual(lead(7, 3))
  })
  it('reach more of their targets the more they can', () => {
    const share = (capacity: number) => {
      const outcomes = Array.from({ length: 40 }, (_, seed) => lead(seed + 1, capacity).outcomes).flat()
      return outcomes.filter((outcome) => outcome.done === 'done').length / outcomes.length
    }
    expect(share(4)).toBeGreaterThan(share(2) + 0.2)
  })
  it('are eleven over four tiers in the scenario', () => {
    const { people } = readScenario()
    expect(people).toHaveLength(11)
    expect(new Set(people.map((person) => person.homeTier)).size).toBe(4)
  })
})
