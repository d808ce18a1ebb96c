import { entriesOf } from '../entries'
import type { Aim } from '../catalogue/aim'
import type { Catalogue, Movement } from '../catalogue/catalogue'
import { REGIONS, TIERS, type Quality, type Region, type SchoolId, type Tier } from '../catalogue/words'
import { secondsOf } from '../time/secondsOf'
import { blockIn, type Block, type Plan } from './plan'

export interface RegionCover {
  region: Region
  /** Time on tissue of one side, weighted by how much a movement is for the region, seconds. */
  seconds: number
  byQuality: Partial<Record<Quality, number>>
}

/** What the lanes get, region by region; a lane's stand-ins count for what they are. */
export type Coverage = Record<Tier, Map<Region, RegionCover>>

/**
 * Time on tissue of a plan: for each tier and region the sum over blocks of work seconds of a side × weight.
 *
 * @source after Garber et al. 2011 (ACSM position stand, memory): about 60 s a stretch and side
 * @example
 * coverageOf(planWith(['ankle-on-knee']), catalogue).chair.get('back-of-hip')?.seconds // 60
 */
export function coverageOf(plan: Plan, catalogue: Catalogue): Coverage {
  const cover: Coverage = { bed: new Map(), chair: new Map(), standing: new Map(), floor: new Map() }
  for (const block of plan.blocks) {
    for (const tier of TIERS) {
      const own = blockIn(block, tier)
      const movement = doneIn(own, tier, catalogue)
      if (!movement) continue
      const seconds = tissueSeconds(own, movement)
      for (const [region, weight] of entriesOf(movement.regions)) {
        const known = cover[tier].get(region) ?? { region, seconds: 0, byQuality: {} }
        known.seconds += seconds * weight
        known.byQuality[movement.quality] = (known.byQuality[movement.quality] ?? 0) + seconds * weight
        cover[tier].set(region, known)
      }
    }
  }
  return cover
}

/**
 * The movement a lane does in a block: the block's own, or what stands in for it there.
 *
 * @example
 * doneIn(plan.blocks[0], 'floor', catalogue)?.id // 'bridge'
 */
export function doneIn(block: Block, tier: Tier, catalogue: Catalogue): Movement | undefined {
  const movement = catalogue.movements.get(block.movement)
  return movement?.ladders[tier] ? movement : catalogue.movements.get(movement?.standIns[tier] ?? '')
}

/**
 * Work of one side over all rounds, seconds; rests and side changes do nothing for tissue.
 *
 * @example
 * tissueSeconds({ dose: { kind: 'hold', seconds: 30 }, rounds: 2 }, { sides: 'each' }) // 60
 */
export function tissueSeconds(block: Pick<Block, 'dose' | 'rounds'>, movement: Pick<Movement, 'sides'>): number {
  const round = secondsOf(block.dose, movement.sides)
  return block.rounds * (movement.sides === 'alternating' ? round / 2 : round)
}

/**
 * What a region should get in a meeting, seconds a side: the school's weekly time × the aim's weight.
 *
 * @example
 * wantedSeconds(catalogue.aims[0], 'back-of-hip', { school: 'dwell', catalogue }) // 126
 */
export function wantedSeconds(
  aim: Aim,
  region: Region,
  { school, catalogue, meetingsAWeek = 1 }: { school: SchoolId; catalogue: Catalogue; meetingsAWeek?: number },
): number {
  return (
    ((catalogue.schools.get(school)?.weeklySecondsPerRegion ?? catalogue.clock.coverage.weeklySeconds) *
      (aim.regions[region] ?? 0)) /
    meetingsAWeek
  )
}

export interface Gap {
  tier: Tier
  region: Region
  seconds: number
  wanted: number
}

/**
 * Regions of the aim that a lane gets less of than wanted, the largest gap first.
 *
 * @example
 * gapsOf(coverageOf(plan, catalogue), { aim: catalogue.aims[0], school: 'dwell', tiers: ['chair'], catalogue
 * }).length > 0
 * // true
 */
export function gapsOf(
  cover: Coverage,
  { aim, school, tiers, catalogue }: { aim: Aim; school: SchoolId; tiers: readonly Tier[]; catalogue: Catalogue },
): Gap[] {
  return tiers
    .flatMap((tier) =>
      REGIONS.flatMap((region): Gap[] => {
        const wanted = wantedSeconds(aim, region, { school, catalogue })
        const seconds = cover[tier].get(region)?.seconds ?? 0
        return wanted > 0 && seconds < wanted ? [{ tier, region, seconds, wanted }] : []
      }),
    )
    .sort((a, b) => b.wanted - b.seconds - (a.wanted - a.seconds))
}

export interface Filler {
  movement: Movement
  /** Missing seconds that it would fill, for each minute it takes. */
  perMinute: number
}

/**
 * Movements that would fill a lane's gaps best for the time they take.
 *
 * @param minutesOf what a movement's block takes with the school's dose, minutes
 * @example
 * fillersFor([], { plan, catalogue }) // []
 */
export function fillersFor(
  gaps: readonly Gap[],
  {
    tier,
    school,
    catalogue,
    minutesOf,
  }: { tier: Tier; school: SchoolId; catalogue: Catalogue; minutesOf: (movement: Movement) => number },
): Filler[] {
  const missing = new Map(gaps.filter((gap) => gap.tier === tier).map((gap) => [gap.region, gap.wanted - gap.seconds]))
  return [...catalogue.movements.values()]
    .filter((movement) => movement.ladders[tier])
    .map((movement) => {
      const seconds = tissueSeconds(movement.doses[school], movement)
      const filled = entriesOf(movement.regions).reduce(
        (sum, [region, weight]) => sum + Math.min(missing.get(region) ?? 0, seconds * weight),
        0,
      )
      return { movement, perMinute: filled / Math.max(0.2, minutesOf(movement)) }
    })
    .filter(({ perMinute }) => perMinute > 0)
    .sort((a, b) => b.perMinute - a.perMinute)
}
