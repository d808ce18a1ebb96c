import { entriesOf, entryAt } from '../entries'
import type { Aim } from '../catalogue/aim'
import type { Catalogue, Movement } from '../catalogue/catalogue'
import { REGIONS, type Quality, type Region, type SchoolId, type Tier } from '../catalogue/words'
import { secondsOf } from '../time/secondsOf'
import { isTwoSided } from '../time/workSeconds'
import { medianOf } from '../number'
import type { Offer } from '../offer/offer'
import { blockIn, type Block, type Plan } from './plan'
import { typicalRiders, type Rider } from './typicalRiders'

/** What the people of a lane get for one region. */
export interface RegionCover {
  region: Region
  /** Time on tissue of one side that each gets, weighted by how much a movement is for the region, seconds. */
  people: { id: string; seconds: number }[]
  /** The one who gets least, seconds. */
  least: number
  /** The middle of the lane, seconds. */
  usual: number
  /** What all of them get together, by the quality of the work, seconds for each person. */
  byQuality: Partial<Record<Quality, number>>
}

/** What the people of the lanes get, region by region; a lane without people has none. */
export type Coverage = Record<Tier, Map<Region, RegionCover>>

/**
 * Time on tissue of a plan as its people get it: what each is offered counts, stand-ins for what they are, doses as far
 * as health facts let them be, breath in place of a movement as nothing.
 *
 * @param riders the people with their offers; without any, one typical person a tier
 * @source after Garber et al. 2011 (ACSM position stand, memory): about 60 s a stretch and side
 * @example
 * coverageOf(planWith(['ankle-on-knee']), [], catalogue).chair.get('back-of-hip')?.usual // 60
 */
export function coverageOf(plan: Plan, riders: readonly Rider[], catalogue: Catalogue): Coverage {
  const before = known.get(riders)
  if (before?.plan === plan) return before.cover
  const cover = coverOf(plan, riders, catalogue)
  known.set(riders, { plan, cover })
  return cover
}

/** Checks and the panel ask for the same people and plan. */
const known = new WeakMap<readonly Rider[], { plan: Plan; cover: Coverage }>()

function coverOf(plan: Plan, riders: readonly Rider[], catalogue: Catalogue): Coverage {
  const people = riders.length > 0 ? riders : typicalRiders(plan, catalogue)
  const lane = (tier: Tier) =>
    laneCover(
      people.filter((rider) => rider.tier === tier),
      plan,
      catalogue,
    )
  return { bed: lane('bed'), chair: lane('chair'), standing: lane('standing'), floor: lane('floor') }
}

function laneCover(riders: readonly Rider[], plan: Plan, catalogue: Catalogue): Map<Region, RegionCover> {
  const byQuality = REGIONS.map((): RegionCover['byQuality'] => ({}))
  const seconds = riders.map((rider) => {
    const own = new Float64Array(REGIONS.length)
    plan.blocks.forEach((block, at) => {
      for (const one of gainedFrom(rider.offers[at] ?? [], blockIn(block, rider.tier), catalogue)) {
        const { quality } = one.movement
        for (const [region, weight] of weightsOf(one.movement)) {
          const gained = one.seconds * weight
          own[region]! += gained
          const shared = entryAt(byQuality, region)
          shared[quality] = (shared[quality] ?? 0) + gained / riders.length
        }
      }
    })
    return own
  })
  const cover = new Map<Region, RegionCover>()
  REGIONS.forEach((region, at) => {
    if (!seconds.some((own) => entryAt(own, at) > 0)) return
    const people = riders.map(({ id }, rider) => ({ id, seconds: entryAt(entryAt(seconds, rider), at) }))
    const sorted = people.map((one) => one.seconds).sort((a, b) => a - b)
    const least = entryAt(sorted, 0)
    cover.set(region, { region, people, least, usual: medianOf(sorted), byQuality: entryAt(byQuality, at) })
  })
  return cover
}

const knownWeights = new WeakMap<Movement, [number, number][]>()

/**
 * A movement's regions by their place in `REGIONS`, with their weights; worked out once for each.
 *
 * @example
 * weightsOf(bridge).length // 4
 */
export function weightsOf(movement: Movement): [number, number][] {
  let weights = knownWeights.get(movement)
  if (!weights) {
    weights = entriesOf(movement.regions).map(([region, weight]) => [REGIONS.indexOf(region), weight])
    knownWeights.set(movement, weights)
  }
  return weights
}

/**
 * What somebody works at in a block and how long, seconds of one side; a side that only breathes counts as nothing.
 *
 * @param offers one for both sides, or one a side
 * @param block the block as their lane does it
 * @param rounds how many rounds the block has; left out: as many as it says
 * @example
 * gainedFrom(riders[0].offers[0], plan.blocks[0], catalogue).length // 1
 */
export function gainedFrom(
  offers: readonly Offer[],
  block: Pick<Block, 'movement' | 'rounds' | 'onSide'>,
  { movements }: Pick<Catalogue, 'movements'>,
  rounds = block.rounds,
): { movement: Movement; seconds: number }[] {
  const isBreath = movements.get(block.movement)?.quality === 'breath'
  return offers.flatMap(({ kind, movement: id, variation, own }) => {
    const movement = movements.get(id ?? '')
    if (!movement || kind === 'nothing' || (kind === 'breath' && !isBreath)) return []
    // Who does fewer rounds than the block keeps to theirs.
    const done = own.rounds === block.rounds ? rounds : Math.min(own.rounds, rounds)
    const worked = variation ?? movement
    // Of two sides, the one alone is half of what each gets.
    const share = block.onSide && isTwoSided(worked.sides) ? 0.5 : 1
    const seconds = tissueSeconds({ dose: own.dose, rounds: done }, worked)
    return [{ movement, seconds: (seconds * share) / offers.length }]
  })
}

/**
 * Work of one side over all rounds, seconds; rests, side changes and the ways to a swing and back do nothing for
 * tissue.
 *
 * @example
 * tissueSeconds({ dose: { kind: 'hold', seconds: 30 }, rounds: 2 }, { sides: 'each' }) // 60
 */
export function tissueSeconds(block: Pick<Block, 'dose' | 'rounds'>, movement: Pick<Movement, 'sides'>): number {
  const { dose } = block
  const round = secondsOf(dose, movement.sides) - (dose.kind === 'pair' ? 2 * dose.there : 0)
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

/** A region that a lane gets less of than wanted, as the middle of its people gets it. */
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
 * gapsOf(coverageOf(plan, riders, catalogue), { aim: catalogue.aims[0], school: 'dwell', tiers: ['chair'], catalogue
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
        const seconds = cover[tier].get(region)?.usual ?? 0
        return wanted > 0 && seconds < wanted ? [{ tier, region, seconds, wanted }] : []
      }),
    )
    .sort((a, b) => b.wanted - b.seconds - (a.wanted - a.seconds))
}

/**
 * Who gets less of a region than counts as covered, though the middle of their lane does not; the least first.
 *
 * @param enough seconds that count as covered
 * @example
 * shortOf({ region: 'neck', people: [{ id: 'ann', seconds: 10 }, { id: 'bo', seconds: 60 }], least: 10, usual: 60,
 * byQuality: {} }, 40)
 * // ['ann']
 */
export function shortOf({ people }: RegionCover, enough: number): string[] {
  return people
    .filter(({ seconds }) => seconds < enough)
    .toSorted((a, b) => a.seconds - b.seconds)
    .map(({ id }) => id)
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
