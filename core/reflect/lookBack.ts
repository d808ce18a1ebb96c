import { differenceInCalendarDays, parseISO } from 'date-fns'
import { z } from 'zod'
import type { Catalogue } from '../catalogue/catalogue'
import { grouped } from '../grouped'
import { Region, REGIONS, Side, Tier, type SchoolId } from '../catalogue/words'
import { Trend, trendOf } from '../measure/trend'
import { withDials } from '../offer/dials'
import { tissueSeconds } from '../plan/coverage'
import { blockIn, type Plan } from '../plan/plan'
import type { DatedOutcome } from './datedOutcome'

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
  /** The weaker side's share of the stronger, percent; null where sides are not worked apart. */
  sidesPercent: z.number().nullable(),
})
export type MovementBack = z.infer<typeof MovementBack>

const RegionDose = z.object({ region: Region, secondsAWeek: z.number() })

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
  const { movement, tier, unit } = own.at(-1)!
  const byDate = grouped(own, (outcome) => outcome.date)
  const levels = [...byDate].flatMap(([date, sides]) => {
    const noted = sides.flatMap((outcome) => (outcome.level === null ? [] : [outcome.level]))
    return noted.length === 0 ? [] : [{ date, value: Math.min(...noted) }]
  })
  const amounts = [
    ...grouped(
      own.filter((outcome) => outcome.achieved !== null && outcome.unit === unit),
      (outcome) => outcome.side,
    ),
  ]
    .map(([side, entries]) => ({
      side,
      points: entries.map((outcome) => ({ date: outcome.date, value: outcome.achieved! })),
    }))
    .sort((a, b) => a.side.localeCompare(b.side))
  return { movement, tier, unit, levels, amounts, trend: abilityTrend(own), sidesPercent: sidesOf(own) }
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
      outcomes.filter((outcome) => outcome.level !== null && outcome.achieved !== null && outcome.target),
      (outcome) => outcome.date,
    ),
  ].map(([date, sides]) => ({
    day: differenceInCalendarDays(parseISO(date), parseISO(outcomes[0]!.date)),
    value: Math.min(...sides.map((outcome) => outcome.level! - 1 + Math.min(1, outcome.achieved! / outcome.target!))),
  }))
  return trendOf(points)
}

/** Mean share of the target of the weaker side ÷ that of the stronger × 100. */
function sidesOf(outcomes: readonly DatedOutcome[]): number | null {
  const shares = (side: Side) =>
    outcomes.flatMap((outcome) =>
      outcome.side === side && outcome.achieved !== null && outcome.target
        ? [(outcome.level ?? 1) - 1 + Math.min(1, outcome.achieved / outcome.target)]
        : [],
    )
  const [left, right] = [shares('left'), shares('right')].map((own) =>
    own.length === 0 ? null : own.reduce((sum, share) => sum + share, 0) / own.length,
  )
  if (left == null || right == null || Math.max(left, right) === 0) return null
  return Math.round((Math.min(left, right) / Math.max(left, right)) * 100)
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
  const plans = new Map(meetings.map((meeting) => [meeting.meetingId, meeting.plan]))
  const sums = new Map<Region, number>()
  for (const sides of grouped(
    outcomes,
    (outcome) => `${outcome.meetingId} ${outcome.blockId} ${outcome.participant}`,
  ).values()) {
    const { meetingId, blockId, movement: id, tier, dials } = sides[0]!
    const block = plans.get(meetingId)?.blocks.find((one) => one.id === blockId)
    const movement = catalogue.movements.get(id)
    if (!block || !movement) continue
    const share = Math.min(
      ...sides.map((outcome) => {
        const { achieved, target } = outcome
        if (achieved !== null && target) return Math.min(1, achieved / target)
        return outcome.done === 'done' || outcome.done === 'more' ? 1 : 0
      }),
    )
    const seconds = tissueSeconds(withDials(blockIn(block, tier), dials ?? {}), movement) * share
    for (const [region, weight] of Object.entries(movement.regions) as [Region, number][])
      sums.set(region, (sums.get(region) ?? 0) + seconds * weight)
  }
  return REGIONS.flatMap((region) =>
    sums.has(region) ? [{ region, secondsAWeek: Math.round(sums.get(region)! / weeks) }] : [],
  ).sort((a, b) => b.secondsAWeek - a.secondsAWeek)
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

export const CircleBack = z.object({
  meetings: z.number(),
  /** Who rose, the most steps first. */
  rising: z.array(z.object({ participant: z.string(), steps: z.number(), movements: z.array(z.string()) })),
  /** A falling trend that nobody acted on; first and last in percent of the target, the weaker side. */
  slipping: z.array(
    z.object({
      participant: z.string(),
      movement: z.string(),
      tier: Tier,
      trend: Trend,
      first: z.number(),
      last: z.number(),
    }),
  ),
  /** Who missed a third of the meetings or more, or the last three. */
  missing: z.array(z.object({ participant: z.string(), came: z.number(), of: z.number(), inARow: z.number() })),
  /** Of those who came, a week and person, by region, against the school's weekly aim; null: the school has none. */
  dose: z.array(RegionDose.extend({ aim: z.number().nullable() })),
})
export type CircleBack = z.infer<typeof CircleBack>

/** What is known of a circle over a window. */
export interface CircleWindow {
  /** By participant, the window's meetings oldest first. */
  attended: ReadonlyMap<string, readonly Attended[]>
  /** Folded, of everybody, oldest first. */
  outcomes: readonly DatedOutcome[]
  /** Changes of levels and dials in the window. */
  acted: readonly Acted[]
}

/**
 * Looks back on a circle: who rises, who slipped quietly, who misses meetings, and what each region got.
 *
 * @example
 * circleBack({ attended: new Map(), outcomes: [], acted: [] }, 'dwell', 4, catalogue).rising // []
 */
export function circleBack(window: CircleWindow, school: SchoolId, weeks: number, catalogue: Catalogue): CircleBack {
  const { attended, outcomes } = window
  const meetings = new Map([...attended.values()].flat().map((meeting) => [meeting.meetingId, meeting] as const))
  const active = new Set(outcomes.map((outcome) => outcome.participant)).size
  const aim = catalogue.schools.get(school)?.weeklySecondsPerRegion ?? null
  const dose = doseOf([...meetings.values()], outcomes, weeks * Math.max(1, active), catalogue)
  return {
    meetings: meetings.size,
    rising: risingIn(window),
    slipping: slippingIn(window),
    missing: missingIn(window, catalogue),
    dose: dose.map((row) => ({ ...row, aim })),
  }
}

function risingIn({ attended, acted }: CircleWindow): CircleBack['rising'] {
  return [...attended.keys()]
    .map((participant) => {
      const steps = acted.filter((entry) => entry.participant === participant && entry.way === 'up')
      return { participant, steps: steps.length, movements: [...new Set(steps.map((entry) => entry.movement))] }
    })
    .filter(({ steps }) => steps > 0)
    .sort((a, b) => b.steps - a.steps)
}

function slippingIn({ outcomes, acted }: CircleWindow): CircleBack['slipping'] {
  const keyOf = (one: { participant: string; movement: string; tier: Tier }) =>
    `${one.participant} ${one.movement} ${one.tier}`
  const eased = new Set(acted.filter((entry) => entry.way === 'eased').map(keyOf))
  return [...grouped(outcomes, keyOf)]
    .flatMap(([key, own]) => {
      const trend = abilityTrend(own)
      const { participant, movement, tier } = own[0]!
      if (trend?.word !== 'falling' || eased.has(key)) return []
      const shares = dailyShares(own)
      return [{ participant, movement, tier, trend, first: shares[0]!, last: shares.at(-1)! }]
    })
    .sort((a, b) => a.trend.slope - b.trend.slope)
}

/** Percent of the target on each day: the weaker side's, as the trend has it. */
function dailyShares(outcomes: readonly DatedOutcome[]): number[] {
  const reached = outcomes.filter((outcome) => outcome.achieved !== null && outcome.target)
  return [...grouped(reached, (outcome) => outcome.date).values()].map((sides) =>
    Math.min(...sides.map(({ achieved, target }) => Math.round((100 * (achieved ?? 0)) / (target ?? 1)))),
  )
}

function missingIn({ attended }: CircleWindow, { judgement }: Catalogue): CircleBack['missing'] {
  const { share, inARow: atLeast } = judgement.missed
  return [...attended]
    .map(([participant, own]) => {
      const came = own.filter((meeting) => meeting.came).length
      const inARow = own.length - 1 - own.findLastIndex((meeting) => meeting.came)
      return { participant, came, of: own.length, inARow }
    })
    .filter(({ came, of, inARow }) => of > 0 && (of - came >= of * share || inARow >= atLeast))
    .sort((a, b) => b.inARow - a.inARow || a.came / a.of - b.came / b.of)
}
