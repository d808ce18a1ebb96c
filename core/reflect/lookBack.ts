import { entriesOf, entryAt, entryOf, lastOf } from '../entries'
import { differenceInCalendarDays, parseISO } from 'date-fns'
import { z } from 'zod'
import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import { grouped } from '../grouped'
import { Region, REGIONS, Side, Tier } from '../catalogue/words'
import { Trend, trendOf } from '../measure/trend'
import { withDials, type Given } from '../offer/dials'
import { tissueSeconds } from '../plan/coverage'
import { blockIn, type Plan } from '../plan/plan'
import type { DatedOutcome } from './datedOutcome'
import { SidesApart, sidesApart } from './sidesApart'

/** Windows that are looked back over, weeks. */
export const LOOK_BACK_WEEKS = [4, 12, 26, 52] as const
export type LookBackWeeks = (typeof LOOK_BACK_WEEKS)[number]

/** A meeting of the window as one person had it. */
export interface Attended {
  meetingId: string
  /** ISO day. */
  date: string
  came: boolean
  /** On arrival, 0–10; null: not asked. */
  pain: number | null
  plan: Plan
}

const DatedValue = z.object({ date: z.string(), value: z.number() })
export type DatedValue = z.infer<typeof DatedValue>

/** One movement of one person over the window. */
const MovementBack = z.object({
  movement: z.string(),
  tier: Tier,
  /** The lowest level of each meeting. */
  levels: z.array(DatedValue),
  /** What was reached, in `unit`, by side; what was not noted is left out. */
  amounts: z.array(z.object({ side: Side, points: z.array(DatedValue) })),
  unit: z.enum(['s', 'repetitions']),
  /** Level and share of the target together, so that a step up is no fall. */
  trend: Trend.nullable(),
  /** How far the sides are apart; null where they are not worked apart. */
  sides: SidesApart.nullable(),
})
export type MovementBack = z.infer<typeof MovementBack>

export const RegionDose = z.object({ region: Region, secondsAWeek: z.number() })

export const PersonBack = z.object({
  came: z.number(),
  of: z.number(),
  /** Pain on arrival, and the highest that was noted in the class, by meeting. */
  pain: z.array(z.object({ date: z.string(), arrival: z.number().nullable(), leaving: z.number().nullable() })),
  movements: z.array(MovementBack),
  /** Time on tissue a week, one side, seconds, by region; the largest first. */
  dose: z.array(RegionDose),
})
export type PersonBack = z.infer<typeof PersonBack>

/**
 * Looks back on one person: what they came to, felt, worked at, reached, and got for each region.
 *
 * @param meetings of the window, oldest first
 * @param outcomes folded, of this person and window, oldest first
 * @example
 * personBack([], [], 4, catalogue).came // 0
 */
export function personBack(
  meetings: readonly Attended[],
  outcomes: readonly DatedOutcome[],
  weeks: number,
  catalogue: Catalogue,
): PersonBack {
  const byMeeting = grouped(outcomes, (outcome) => outcome.meetingId)
  const came = meetings.filter((meeting) => meeting.came)
  return {
    came: came.length,
    of: meetings.length,
    pain: came.map(({ meetingId, date, pain }) => {
      const noted = (byMeeting.get(meetingId) ?? []).flatMap((outcome) =>
        outcome.pain === null || outcome.painKind === 'pull' ? [] : [outcome.pain],
      )
      return { date, arrival: pain, leaving: noted.length > 0 ? Math.max(...noted) : null }
    }),
    movements: [
      ...grouped(
        outcomes.filter((outcome) => outcome.done !== 'not-done'),
        (outcome) => `${outcome.movement} ${outcome.tier}`,
      ).values(),
    ]
      .map(movementBack)
      .sort((a, b) => b.levels.length - a.levels.length || a.movement.localeCompare(b.movement)),
    dose: doseOf(meetings, outcomes, weeks, catalogue),
  }
}

function movementBack(own: readonly DatedOutcome[]): MovementBack {
  const { movement, tier, unit } = lastOf(own)
  const byDate = grouped(own, (outcome) => outcome.date)
  const levels = [...byDate].flatMap(([date, sides]) => {
    const noted = sides.flatMap((outcome) => (outcome.level === null ? [] : [outcome.level]))
    return noted.length === 0 ? [] : [{ date, value: Math.min(...noted) }]
  })
  const amounts = [
    ...grouped(
      own.flatMap(({ side, date, achieved, ...outcome }) =>
        achieved !== null && outcome.unit === unit ? [{ side, date, value: achieved }] : [],
      ),
      (point) => point.side,
    ),
  ]
    .map(([side, entries]) => ({
      side,
      points: entries.map(({ date, value }) => ({ date, value })),
    }))
    .sort((a, b) => a.side.localeCompare(b.side))
  return { movement, tier, unit, levels, amounts, trend: abilityTrend(own), sides: sidesApart(own) }
}

/**
 * Theil–Sen over level − 1 + share of the target, the weaker side of each day.
 *
 * @example
 * abilityTrend([]) // null
 */
export function abilityTrend(outcomes: readonly DatedOutcome[]): Trend | null {
  const points = [
    ...grouped(
      outcomes.flatMap(({ date, level, achieved, target }) =>
        level !== null && achieved !== null && target
          ? [{ date, ability: level - 1 + Math.min(1, achieved / target) }]
          : [],
      ),
      (one) => one.date,
    ),
  ].map(([date, sides]) => ({
    day: differenceInCalendarDays(parseISO(date), parseISO(entryAt(outcomes, 0).date)),
    value: Math.min(...sides.map((side) => side.ability)),
  }))
  return trendOf(points)
}

/**
 * Time on tissue by region: what was reached of each block's dose, the weaker side where both were worked.
 *
 * @example
 * doseOf([], [], 4, catalogue) // []
 */
export function doseOf(
  meetings: readonly Pick<Attended, 'meetingId' | 'plan'>[],
  outcomes: readonly DatedOutcome[],
  weeks: number,
  catalogue: Catalogue,
): PersonBack['dose'] {
  const sums = new Map<Region, number>()
  for (const { given, movement, share } of workedIn(meetings, outcomes, catalogue))
    for (const [region, weight] of entriesOf(movement.regions))
      sums.set(region, (sums.get(region) ?? 0) + tissueSeconds(given, movement) * share * weight)
  return REGIONS.flatMap((region) =>
    sums.has(region) ? [{ region, secondsAWeek: Math.round(entryOf(sums, region) / weeks) }] : [],
  ).sort((a, b) => b.secondsAWeek - a.secondsAWeek)
}

/** A movement as somebody did it in a block. */
interface Worked {
  movement: Movement
  /** Null: it was not noted which. */
  variation: Variation | null
  given: Given
  /** Which part of it was done, 0–1: the weaker side's. */
  share: number
}

/**
 * What somebody did, block by block; where a side had a stand-in, each movement is a part of the block.
 *
 * @example
 * workedIn([], [], catalogue) // []
 */
export function workedIn(
  meetings: readonly Pick<Attended, 'meetingId' | 'plan'>[],
  outcomes: readonly DatedOutcome[],
  catalogue: Catalogue,
): Worked[] {
  const plans = new Map(meetings.map((meeting) => [meeting.meetingId, meeting.plan]))
  const blocks = grouped(outcomes, (outcome) => `${outcome.meetingId} ${outcome.blockId} ${outcome.participant}`)
  return [...blocks.values()].flatMap((sides) =>
    [...grouped(sides, (outcome) => outcome.movement).values()].flatMap((same): Worked[] => {
      const { meetingId, blockId, movement: id, tier, dials, own, variation } = entryAt(same, 0)
      const block = plans.get(meetingId)?.blocks.find((one) => one.id === blockId)
      const movement = catalogue.movements.get(id)
      if (!block || !movement) return []
      const given = own ?? withDials(blockIn(block, tier), dials ?? {})
      // Where a chain comes to the other side later, each of its two blocks is half of what has sides.
      const isHalf = block.onSide !== undefined && same.every(({ side }) => side !== 'both')
      const all = isHalf ? Math.max(2, sides.length) : sides.length
      const share = (Math.min(...same.map(shareDone)) * same.length) / all
      return [{ movement, variation: catalogue.variations.get(variation ?? '') ?? null, given, share }]
    }),
  )
}

/** Which part of what was meant somebody did. */
function shareDone({ achieved, target, done }: DatedOutcome): number {
  if (achieved !== null && target) return Math.min(1, achieved / target)
  return done === 'done' || done === 'more' ? 1 : 0
}

/** A level or dial that a lead changed. */
export const Acted = z.object({
  participant: z.string(),
  movement: z.string(),
  tier: Tier,
  date: z.string(),
  fromLevel: z.number(),
  toLevel: z.number(),
  way: z.enum(['up', 'eased']),
  because: z.string(),
})
export type Acted = z.infer<typeof Acted>
