import { z } from 'zod'
import type { Catalogue } from '../catalogue/catalogue'
import { Tier, type SchoolId } from '../catalogue/words'
import { entryAt, lastOf } from '../entries'
import { grouped } from '../grouped'
import { Trend } from '../measure/trend'
import type { DatedOutcome } from './datedOutcome'
import { abilityTrend, doseOf, RegionDose, type Acted, type Attended } from './lookBack'

/** What is told of a circle over a window. */
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
      const { participant, movement, tier } = entryAt(own, 0)
      if (trend?.word !== 'falling' || eased.has(key)) return []
      const shares = dailyShares(own)
      return [{ participant, movement, tier, trend, first: entryAt(shares, 0), last: lastOf(shares) }]
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
