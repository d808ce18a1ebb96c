import { z } from 'zod'
import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { Given } from '../offer/dials'
import { secondsOf } from '../time/secondsOf'
import { isTwoSided } from '../time/workSeconds'
import type { DatedOutcome } from './datedOutcome'
import type { HomePractice, HomeTicks } from './homePractice'
import { workedIn, type Attended } from './lookBack'

/** Balance on the feet, seconds a week, in the class and at home. */
export const BalanceTime = z.object({ classSecondsAWeek: z.number(), homeSecondsAWeek: z.number() })
export type BalanceTime = z.infer<typeof BalanceTime>

/**
 * How long somebody balances on their feet a week: what trains one of the three lines of defence, standing, both sides
 * together. What is done sitting or lying prepares it, and does not count.
 *
 * @param done their meetings and outcomes of the window, and what they do at home; null: nothing
 * @param window its first day, ISO, and how many weeks it has
 * @example
 * balanceTime({ meetings: [], outcomes: [], home: null }, { since: '2026-11-01', weeks: 4 }, catalogue)
 * // { classSecondsAWeek: 0, homeSecondsAWeek: 0 }
 */
export function balanceTime(
  {
    meetings,
    outcomes,
    home,
  }: {
    meetings: readonly Pick<Attended, 'meetingId' | 'plan'>[]
    outcomes: readonly DatedOutcome[]
    home: ({ practice: Pick<HomePractice, 'entries'> } & Pick<HomeTicks, 'ticks'>) | null
  },
  { since, weeks }: { since: string; weeks: number },
  catalogue: Catalogue,
): BalanceTime {
  const inClass = workedIn(meetings, outcomes, catalogue).reduce(
    (sum, { variation, given, share }) => sum + secondsOnFeet(variation, given) * share,
    0,
  )
  const atHome = (home?.practice.entries ?? []).reduce((sum, { movement, variation, ...given }) => {
    const days = (home?.ticks[movement] ?? []).filter((day) => day >= since).length
    return sum + secondsOnFeet(catalogue.variations.get(variation) ?? null, given) * days
  }, 0)
  return { classSecondsAWeek: Math.round(inClass / weeks), homeSecondsAWeek: Math.round(atHome / weeks) }
}

function secondsOnFeet(variation: Variation | null, { dose, rounds }: Given): number {
  if (variation?.tier !== 'standing' || variation.strand === null) return 0
  return rounds * secondsOf(dose, variation.sides) * (isTwoSided(variation.sides) ? 2 : 1)
}
