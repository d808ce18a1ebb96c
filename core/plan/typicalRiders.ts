import type { Catalogue, Movement } from '../catalogue/catalogue'
import { TIERS, type Tier } from '../catalogue/words'
import type { Offer } from '../offer/offer'
import { swingFor } from '../offer/swingFor'
import { isTwoSided } from '../time/workSeconds'
import { usualMover, type Mover } from '../time/changeover'
import { blockIn, type Block, type Plan } from './plan'

/** Somebody in a lane with what is offered, block by block. */
export interface Rider {
  id: string
  tier: Tier
  mover: Mover
  /** One entry a block of the plan, in its order; each with one offer or one a side. */
  offers: Offer[][]
}

const TYPICAL_LEVEL = 2

/**
 * One typical person a tier, for a plan that nobody is expected at yet.
 *
 * @example
 * typicalRiders(plan, catalogue).map((rider) => rider.tier) // ['bed', 'chair', 'standing', 'floor']
 */
export function typicalRiders(plan: Plan, catalogue: Catalogue): Rider[] {
  return TIERS.map((tier) => ({
    id: `typical-${tier}`,
    tier,
    mover: usualMover(catalogue.clock),
    offers: plan.blocks.map((block) => {
      const own = blockIn(block, tier)
      const movement = catalogue.movements.get(own.movement)
      return movement ? [typicalOffer(movement, own, tier, catalogue)] : []
    }),
  }))
}

function typicalOffer(
  movement: Movement,
  { dose, rounds, restSeconds, catchUp = false }: Block,
  tier: Tier,
  catalogue: Catalogue,
): Offer {
  const standIn = movement.ladders[tier] ? undefined : catalogue.movements.get(movement.standIns[tier] ?? '')
  const done = standIn ?? movement
  const ladder = done.ladders[tier] ?? []
  const variation = ladder.findLast((rung) => rung.level <= TYPICAL_LEVEL) ?? ladder[0] ?? null
  return {
    side: 'both',
    tier,
    kind: standIn ? 'stand-in' : 'movement',
    movement: done.id,
    variation,
    wantedLevel: TYPICAL_LEVEL,
    reasons: [],
    watch: [],
    byHand: false,
    more: true,
    // Until it is known who comes, time is kept for it.
    catchUp: catchUp && variation !== null && isTwoSided(variation.sides),
    dials: {},
    own: { dose, rounds, restSeconds, waits: null, limits: [] },
    swing:
      dose.kind === 'pair' && variation
        ? swingFor(
            { movement: done, variation },
            { withinSeconds: dose.there, mover: usualMover(catalogue.clock), isOpen: () => true },
            catalogue,
          )
        : null,
  }
}
