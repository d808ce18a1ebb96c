import { z } from 'zod'
import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import { Dose } from '../catalogue/dose'
import { TIERS, type SchoolId, type Tag, type Tier } from '../catalogue/words'
import { placeFirst } from '../offer/placeFirst'
import { storedLevel } from '../offer/offerFor'
import type { Person } from '../offer/person'
import { nextGate } from './gates'
import { demandsOf, judge } from '../offer/verdict'

/** One movement at home: one version, one dose. */
export const HomeEntry = z.object({
  movement: z.string().max(60),
  variation: z.string().max(120),
  dose: Dose,
  rounds: z.number().int().min(1).max(10),
})
export type HomeEntry = z.infer<typeof HomeEntry>

/** What somebody does at home and when. */
export const HomePractice = z.object({
  entries: z.array(HomeEntry).min(1, 'Choose a movement at least.').max(5, 'Five movements are enough at home.'),
  daysAWeek: z
    .number('How often is a number.')
    .int()
    .min(1, 'One day a week at least.')
    .max(7, 'A week has seven days.'),
  /** Times of each of these days, HH:MM: once, or morning and evening. */
  times: z
    .array(z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'A time is written as 08:30.'))
    .min(1, 'A time of day is needed.')
    .max(2),
  note: z.string().max(300, 'A note has 300 characters at most.').default(''),
})
export type HomePractice = z.infer<typeof HomePractice>

/** What nobody does alone; common practice, no source. */
const NOT_ALONE: readonly Tag[] = [
  'unsupported-stance',
  'single-leg-stance',
  'floor-transfer',
  'head-below-heart',
  'strong-isometric',
  'jolt',
  'quick-head-move',
  'neck-arch',
]
const PROPOSED = 5
/** What leads to the next gate comes so many places earlier; ours. */
const TOWARDS_GATE = 3

export interface HomeProposal extends HomeEntry {
  tier: Tier
  level: number
  because: string
}

/**
 * Proposes what somebody could do at home: movements they have worked at, in tiers that are open to them without help,
 * one level easier than in class, with nothing that is not done alone and only props they have.
 *
 * @param recent movements of their last meetings, the last one first: what was done lately comes first
 * @param homeProps how many of each prop they have at home
 * @returns the best first; the first three to five are the usual choice
 * @source ours, from common practice
 * @example
 * proposeHome(cora, 'dwell', ['bridge'], { towel: 1 }, catalogue, 2026)[0] // { movement: 'bridge', level: 1, … }
 */
export function proposeHome(
  person: Person,
  school: SchoolId,
  recent: readonly string[],
  homeProps: Readonly<Record<string, number>>,
  catalogue: Catalogue,
  year: number,
): HomeProposal[] {
  const tiers = [person.homeTier, ...TIERS.filter((tier) => tier !== person.homeTier)].filter(
    (tier) => tier !== 'floor' && person.access[tier] === 'yes',
  )
  const proposals = [...catalogue.movements.values()].flatMap((movement) =>
    tiers.slice(0, 1).flatMap((tier) => proposalOf(movement, tier, person, school, homeProps, catalogue, year) ?? []),
  )
  const towards = nextGate(catalogue.gates, person.access)?.linked ?? []
  const rank = ({ movement }: HomeProposal) =>
    (recent.includes(movement) ? recent.indexOf(movement) : recent.length + catalogue.movements.get(movement)!.number) -
    (towards.includes(movement) ? TOWARDS_GATE : 0)
  const done = proposals.filter(
    ({ movement }) => recent.includes(movement) || person.levels.some((own) => own.movement === movement),
  )
  return (done.length >= 3 ? done : proposals)
    .sort((a, b) => rank(a) - rank(b))
    .slice(0, 2 * PROPOSED)
    .map((one) => (towards.includes(one.movement) ? { ...one, because: `${one.because} Towards the next gate.` } : one))
}

function proposalOf(
  movement: Movement,
  tier: Tier,
  person: Person,
  school: SchoolId,
  homeProps: Readonly<Record<string, number>>,
  catalogue: Catalogue,
  year: number,
): HomeProposal | null {
  const ladder = movement.ladders[tier]
  if (!ladder) return null
  const inClass = storedLevel(person, movement.id, tier, 'both') ?? placeFirst(movement, tier, person, catalogue, year)
  const { dose, rounds } = movement.doses[school]
  const easier = Math.max(ladder[0]!.level, inClass - 1)
  const variation = ladder.findLast(
    (rung) =>
      rung.level <= easier &&
      isSafeAlone(rung, catalogue) &&
      hasProps(rung, homeProps, catalogue) &&
      judge(rung, { dose, side: 'both' }, { person }, catalogue).blocks.length === 0,
  )
  if (!variation) return null
  const words =
    variation.level < inClass
      ? `Level ${variation.level}, easier than level ${inClass} in class.`
      : `Level ${variation.level}, the easiest there is.`
  return {
    movement: movement.id,
    variation: variation.id,
    dose,
    rounds: Math.min(2, rounds),
    tier,
    level: variation.level,
    because: words,
  }
}

function isSafeAlone(variation: Variation, catalogue: Catalogue): boolean {
  return demandsOf(variation, catalogue).every((demand) => !NOT_ALONE.includes(demand.tag))
}

function hasProps(variation: Variation, homeProps: Readonly<Record<string, number>>, catalogue: Catalogue): boolean {
  return variation.props.every((need) =>
    [need.prop, ...need.instead].some(
      (prop) => catalogue.props.get(prop)?.station || (homeProps[prop] ?? 0) >= need.count,
    ),
  )
}
