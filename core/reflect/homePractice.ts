import { z } from 'zod'
import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import { Dose } from '../catalogue/dose'
import { TIERS, type SchoolId, type Tag, type Tier } from '../catalogue/words'
import { doseOn } from '../offer/doseOn'
import { isOfTheBody, type OwnDose } from '../offer/ownDose'
import { ownDoseWords } from '../offer/ownDoseWords'
import { placeFirst } from '../offer/placeFirst'
import { storedLevel } from '../offer/levels'
import type { Person } from '../offer/person'
import { neededFor, servedBy, serves } from '../goal/serving'
import { gapReason, gapsServed } from '../measure/gap'
import { joined } from '../sentence'
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
  /** Moments of their day that it is hung onto, by their ids: one for each time, or none. */
  anchors: z.array(z.string().max(60)).max(2, 'Two moments of a day are enough.').default([]),
  /** With how many movements it begins; one more comes as it is kept. All at once where it is as many as there are. */
  beginsWith: z.number().int().min(1, 'It begins with a movement at least.').max(5).default(5),
  note: z.string().max(300, 'A note has 300 characters at most.').default(''),
})
export type HomePractice = z.infer<typeof HomePractice>

/** How it was at home, as they say it. */
export const HowAtHome = z.enum(['easy', 'right', 'hard', 'hurt'])
export type HowAtHome = z.infer<typeof HowAtHome>

/** The highest of what was said of a movement on a day in numbers. */
const SaidAtHome = z.object({ effort: z.number().nullable(), pain: z.number().nullable(), sharp: z.boolean() })

/** What came back from home, by movement. */
export const HomeTicks = z.object({
  /** Days that were ticked, ISO. */
  ticks: z.record(z.string(), z.array(z.iso.date('A day is written as year, month and day.'))),
  /** How it was, by day; a day without it was ticked and no more. */
  how: z.record(z.string(), z.record(z.string(), HowAtHome)),
  /** What was said in numbers, by day. */
  said: z.record(z.string(), z.record(z.string(), SaidAtHome)).default({}),
})
export type HomeTicks = z.infer<typeof HomeTicks>

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
/** And what serves a goal of theirs fully, so many; ours. */
const FOR_GOAL = 6
/** What works at the end of their own range, so many; ours. */
const FOR_GAP = 4

export interface HomeProposal extends HomeEntry {
  tier: Tier
  level: number
  because: string
  /** Whether it differs by how it was at home lately. */
  adapts: boolean
}

/** What home practice is chosen by. */
export interface HomeAsk {
  school: SchoolId
  /** Movements of their last meetings, the last one first: what was done lately comes first. */
  recent: readonly string[]
  /** How many of each prop they have at home. */
  homeProps: Readonly<Record<string, number>>
  /** How each movement was at home lately. */
  lately?: ReadonlyMap<string, LatelyAtHome>
}

/** Easy or hard on nearly all of the last days, or hurt on any of them. */
export type LatelyAtHome = 'easy' | 'hard' | 'hurt'

/** So many of the last days are looked at, and so many of them are asked for; ours. */
const [LAST_DAYS, DAYS_ASKED] = [6, 3]

/**
 * How each movement was at home lately, of what was said: hurt on any of the last days, hard on most of them, easy on
 * all; left out where little was said or it differed.
 *
 * @source ours
 * @example
 * latelyAtHome({ ticks: { bridge: ['2026-11-20', '2026-11-22', '2026-11-24'] }, how: { bridge: { '2026-11-20': 'easy',
 * '2026-11-22': 'easy', '2026-11-24': 'easy' } } }).get('bridge')
 * // 'easy'
 */
export function latelyAtHome({ ticks, how }: Pick<HomeTicks, 'ticks' | 'how'>): Map<string, LatelyAtHome> {
  return new Map(
    Object.entries(ticks).flatMap(([movement, days]): [string, LatelyAtHome][] => {
      const last = days.toSorted().slice(-LAST_DAYS)
      const said = last.flatMap((day) => how[movement]?.[day] ?? [])
      const count = (word: HowAtHome) => said.filter((one) => one === word).length
      if (count('hurt') > 0) return [[movement, 'hurt']]
      if (said.length < DAYS_ASKED) return []
      if (count('hard') > said.length / 2) return [[movement, 'hard']]
      return count('easy') === said.length ? [[movement, 'easy']] : []
    }),
  )
}

/**
 * Proposes what somebody could do at home: movements they have worked at, in their own tier where it is open to them
 * without help, one level easier than in class, with nothing that is not done alone and only props they have.
 *
 * @returns the best first; the first three to five are the usual choice
 * @source ours, from common practice
 * @example
 * proposeHome(ann, { school: 'dwell', recent: ['bridge'], homeProps: { towel: 1 }},
 * catalogue)[0].movement
 * // 'bridge'
 */
export function proposeHome(person: Person, ask: HomeAsk, catalogue: Catalogue): HomeProposal[] {
  const { recent } = ask
  const open = [person.homeTier, ...TIERS.filter((tier) => tier !== person.homeTier)].filter(
    (tier) => tier !== 'floor' && person.access[tier] === 'yes',
  )
  const [tier] = open
  if (!tier) return []
  const movements = [...catalogue.movements.values()]
  const proposals = movements.flatMap((movement) => proposalOf(movement, tier, { person, ...ask }, catalogue) ?? [])
  const towards = nextGate(catalogue.gates, person.access)?.linked ?? []
  const numberOf = new Map(movements.map((movement) => [movement.id, movement.number]))
  const rank = ({ movement }: HomeProposal) => {
    const done = recent.includes(movement) ? recent.indexOf(movement) : recent.length + (numberOf.get(movement) ?? 0)
    const gap = gapsServed(movement, person.rangeGaps, catalogue.measures).length > 0 ? FOR_GAP : 0
    const goal = Math.max(gap, FOR_GOAL * serves(movement, person.comesFor, catalogue))
    return done - goal - (towards.includes(movement) ? TOWARDS_GATE : 0)
  }
  const done = proposals.filter(
    ({ movement }) => recent.includes(movement) || person.levels.some((own) => own.movement === movement),
  )
  return (done.length >= 3 ? done : proposals)
    .toSorted((a, b) => rank(a) - rank(b))
    .slice(0, 2 * PROPOSED)
    .map((one) => ({
      ...one,
      because: joined(
        [
          one.because,
          towards.includes(one.movement) && 'Towards the next gate.',
          neededFor(servedBy(one.movement, person.comesFor, catalogue)),
          gapReason(gapsServed(one.movement, person.rangeGaps, catalogue.measures), catalogue.measures),
        ],
        ' ',
      ),
    }))
}

function proposalOf(
  movement: Movement,
  tier: Tier,
  { person, school, homeProps, lately }: HomeAsk & { person: Person },
  catalogue: Catalogue,
): HomeProposal | null {
  const ladder = movement.ladders[tier] ?? []
  const how = lately?.get(movement.id)
  // What hurt is asked about before it is done again alone.
  if (how === 'hurt') return null
  const inClass = storedLevel(person, movement.id, tier, 'both') ?? placeFirst(movement, tier, { person }, catalogue)
  const easier = Math.max(ladder[0]?.level ?? 1, inClass - (how === 'hard' ? 2 : 1))
  const variation = ladder.findLast(
    (rung) =>
      rung.level <= easier &&
      isSafeAlone(rung, catalogue) &&
      hasProps(rung, homeProps, catalogue) &&
      judge(rung, 'both', { person }, catalogue).blocks.length === 0,
  )
  if (!variation) return null
  const { own } = doseOn(variation, { movement, ...movement.doses[school] }, 'both', {
    person,
    catalogue,
    isTurned: false,
  })
  const limited = own.limits.filter(isOfTheBody)
  const { level } = variation
  const given = atHome(own)
  const rounds = how === 'easy' ? given.rounds + 1 : given.rounds
  const than = level < inClass ? `easier than level ${inClass} in class` : 'the easiest there is'
  return {
    movement: movement.id,
    variation: variation.id,
    ...{ ...given, rounds, tier, level, adapts: how !== undefined },
    because: joined(
      [
        `Level ${level}, ${than}.`,
        limited.length > 0 && `Their own dose: ${ownDoseWords(limited)}.`,
        how === 'easy' && 'Easy at home lately: one round more.',
        how === 'hard' && 'Hard at home lately: easier than before.',
      ],
      ' ',
    ),
  }
}

/** A short still hold is done three times a side; common practice, no source. */
const SHORT_HOLDS = 3

/**
 * At home nobody waits between repetitions: it ends where the first wait would be. Nobody swings alone: of a pair the
 * hold is left, as often as a short hold is done.
 */
function atHome({ dose, rounds, waits }: OwnDose): Pick<HomeEntry, 'dose' | 'rounds'> {
  if (dose.kind === 'pair') return { dose: { kind: 'hold', seconds: dose.hold }, rounds: SHORT_HOLDS }
  const done = waits && dose.kind === 'reps' ? { ...dose, count: Math.min(dose.count, waits.every) } : dose
  return { dose: done, rounds: Math.min(2, rounds) }
}

/**
 * On one leg with both hands on the chair or the kitchen counter is what helps most against falls: that is done alone.
 */
function isSafeAlone(variation: Variation, catalogue: Catalogue): boolean {
  const isHeld = variation.support === 'both'
  return demandsOf(variation, catalogue).every(
    ({ tag }) => !NOT_ALONE.includes(tag) || (isHeld && tag === 'single-leg-stance'),
  )
}

function hasProps(variation: Variation, homeProps: Readonly<Record<string, number>>, catalogue: Catalogue): boolean {
  return variation.props.every((need) =>
    [need.prop, ...need.instead].some(
      (prop) => catalogue.props.get(prop)?.station || (homeProps[prop] ?? 0) >= need.count,
    ),
  )
}
