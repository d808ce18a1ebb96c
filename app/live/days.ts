import { addDays, endOfDay, isWithinInterval, subHours } from 'date-fns'

/** So long after its start a meeting may still go on, or be reflected on, hours. */
const GOES_ON_HOURS = 12

/**
 * Whether a meeting is of today or tomorrow: what is kept of people's health in this browser is kept for these alone.
 */
export function isOfTheseDays(startsAt: string, now: number): boolean {
  return isWithinInterval(startsAt, { start: subHours(now, GOES_ON_HOURS), end: endOfDay(addDays(now, 1)) })
}
