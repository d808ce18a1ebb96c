import { bench, describe } from 'vitest'
import { personIn } from '../people'
import { shippedCatalogue } from '../shippedCatalogue'
import { TIERS } from '../../core/catalogue/words'
import { checksOf } from '../../core/check/checksOf'
import { coverageOf } from '../../core/plan/coverage'
import { blockFor } from '../../core/plan/edits'
import { emptyPlan, type Plan } from '../../core/plan/plan'
import { riderOf } from '../../core/plan/riders'
import { timelineOf } from '../../core/plan/timeline'

const catalogue = shippedCatalogue()
const movements = [...catalogue.movements.values()]
const considerations = [...catalogue.considerations.values()].filter((row) => !row.breathOnly && !row.redFlag)
const plan: Plan = {
  ...emptyPlan('Bench', 60, 'dwell'),
  blocks: Array.from({ length: 20 }, (_, at) =>
    blockFor(movements[at % movements.length]!, 'dwell', `b${at}`, catalogue),
  ),
}
const people = Array.from({ length: 40 }, (_, at) =>
  personIn(TIERS[at % 4]!, {
    id: `p${at}`,
    considerations: [
      { consideration: considerations[at % considerations.length]!.id, side: 'left' as const, clearedBy: '' },
    ],
    levels: movements.map((movement) => ({
      movement: movement.id,
      tier: TIERS[at % 4]!,
      side: 'both' as const,
      level: 1 + (at % 4),
    })),
  }),
)
const met = new Set<string>()
const ridersNow = () => people.map((person) => riderOf({ person, when: { daysAway: 7 } }, plan, catalogue))

// Wanted: under 16 ms, so that the lanes follow the typing.
describe('a plan of 20 blocks for 40 people', () => {
  bench('offers and timeline, all anew', () => {
    timelineOf(plan, ridersNow(), met, catalogue)
  })
  bench('offers, timeline, checks and coverage, all anew', () => {
    const riders = ridersNow()
    const timeline = timelineOf(plan, riders, met, catalogue)
    checksOf({
      plan,
      timeline,
      people,
      riders,
      venue: { cupboard: { cushion: 9, strap: 6, block: 4 } },
      helpers: 2,
      climbAtMost: 4,
      aim: catalogue.aims[0]!,
      catalogue,
    })
    coverageOf(plan, riders, catalogue)
  })
  const riders = ridersNow()
  bench('timeline alone', () => {
    timelineOf(plan, riders, met, catalogue)
  })
})
