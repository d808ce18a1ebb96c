import type { Variation } from '../catalogue/catalogue'
import type { VariationTexts } from '../catalogue/movement'
import { TIERS, type Tier } from '../catalogue/words'
import type { RiderToday } from '../plan/riders'
import { easiestIn } from '../plan/heard'
import type { BlockTime, Timeline } from '../plan/timeline'
import type { ChangeoverMove } from '../time/changeover'

/** Somebody's lane as it is spoken to. */
export interface LaneTexts {
  tier: Tier
  texts: VariationTexts | null
  /** Whether what is more is for everybody who hears it. */
  isMore: boolean
  /** How they get there. */
  moves: readonly ChangeoverMove[]
}

interface Taught {
  riders: readonly RiderToday[]
  timeline: Timeline
  /** What is said of a variation; undefined where its words are not loaded. */
  textsOf: (variation: Variation) => VariationTexts | undefined
}

/**
 * Who is in a block, lane by lane, with what is said of the easiest rung of each.
 *
 * @param place of the block in the plan
 * @example
 * laneTexts(0, { riders, timeline, textsOf: () => undefined }).map(({ tier }) => tier) // ['chair', 'floor']
 */
export function laneTexts(place: number, { riders, timeline, textsOf }: Taught): LaneTexts[] {
  return TIERS.flatMap((tier): LaneTexts[] => {
    const inLane = riders.filter((rider) => rider.tier === tier)
    const offers = inLane.flatMap((rider) => rider.offers[place] ?? [])
    const heard = riders.map((rider) => ({ tier: rider.tier, offers: rider.offers[place] ?? [] }))
    const easiest = easiestIn(tier, heard)
    if (easiest === undefined) return []
    return [
      {
        tier,
        texts: (easiest && textsOf(easiest)) ?? null,
        // Whoever hears it must be one for whom it is.
        isMore: offers.length > 0 && offers.every((offer) => offer.more && offer.variation !== null),
        moves: timeline.blocks[place]?.lanes[tier]?.moves ?? [],
      },
    ]
  })
}

/**
 * Which lanes do two more, by seconds into the block's work.
 *
 * @example
 * openingsIn(timeline.blocks[0]).size // 0
 */
export function openingsIn(block: BlockTime | undefined): Map<number, { tiers: Tier[]; seconds: number }> {
  const openings = new Map<number, { tiers: Tier[]; seconds: number }>()
  for (const tier of TIERS) {
    let into = 0
    for (const { kind, seconds } of block?.lanes[tier]?.parts ?? []) {
      const there = openings.get(into)
      if (kind === 'opening')
        openings.set(into, {
          tiers: [...(there?.tiers ?? []), tier],
          seconds: Math.min(seconds, there?.seconds ?? seconds),
        })
      into += seconds
    }
  }
  return openings
}
