import { addDays, formatISO, parseISO } from 'date-fns'
import { z } from 'zod'
import type { Catalogue } from '../catalogue/catalogue'
import { REGIONS, type Region } from '../catalogue/words'
import { entriesOf } from '../entries'
import { tissueSeconds } from '../plan/coverage'
import { counted } from '../sentence'
import type { HomePractice, HomeTicks } from './homePractice'

/** On how many days somebody practised at home, and on how many of them something hurt. */
export const DaysAtHome = z.object({ days: z.number(), hurtDays: z.number() })
export type DaysAtHome = z.infer<typeof DaysAtHome>

type Ticked = Pick<HomeTicks, 'ticks' | 'how'>

const WEEK_DAYS = 7

/**
 * The seven days that end on a day, at home; each day counts once, whatever was done on it.
 *
 * @param until ISO day
 * @example
 * weekAtHome({ ticks: { bridge: ['2026-11-20', '2026-11-22'] }, how: {} }, '2026-11-24') // { days: 2, hurtDays: 0 }
 */
export function weekAtHome({ ticks, how }: Ticked, until: string): DaysAtHome {
  const since = formatISO(addDays(parseISO(until), 1 - WEEK_DAYS), { representation: 'date' })
  const isOfWeek = (day: string) => day >= since && day <= until
  const days = new Set(Object.values(ticks).flat().filter(isOfWeek))
  const hurt = Object.values(how).flatMap((said) => Object.keys(said).filter((day) => said[day] === 'hurt'))
  return { days: days.size, hurtDays: new Set(hurt.filter(isOfWeek)).size }
}

/**
 * The same as it is said after a name.
 *
 * @example
 * weekAtHomeWords({ days: 5, hurtDays: 1 }) // 'practised at home on 5 days; it hurt on 1 of them'
 */
export function weekAtHomeWords({ days, hurtDays }: DaysAtHome): string {
  const practised = `practised at home on ${counted(days, 'day')}`
  return hurtDays > 0 ? `${practised}; it hurt on ${hurtDays} of them` : practised
}

/**
 * Time on tissue at home by region, one side, seconds a week, the largest first: each day that was ticked counts its
 * whole dose.
 *
 * @param window its first day, ISO, and how many weeks it has
 * @example
 * doseAtHome({ practice: { entries: [] }, ticks: {} }, { since: '2026-11-01', weeks: 4 }, catalogue) // []
 */
export function doseAtHome(
  { practice, ticks }: { practice: Pick<HomePractice, 'entries'> } & Pick<HomeTicks, 'ticks'>,
  { since, weeks }: { since: string; weeks: number },
  { movements }: Pick<Catalogue, 'movements'>,
): { region: Region; secondsAWeek: number }[] {
  const sums = new Map<Region, number>()
  for (const { movement: id, dose, rounds } of practice.entries) {
    const movement = movements.get(id)
    const days = (ticks[id] ?? []).filter((day) => day >= since).length
    if (!movement || days === 0) continue
    for (const [region, weight] of entriesOf(movement.regions))
      sums.set(region, (sums.get(region) ?? 0) + tissueSeconds({ dose, rounds }, movement) * days * weight)
  }
  return REGIONS.flatMap((region) => {
    const seconds = Math.round((sums.get(region) ?? 0) / weeks)
    return seconds > 0 ? [{ region, secondsAWeek: seconds }] : []
  }).toSorted((a, b) => b.secondsAWeek - a.secondsAWeek)
}
