import type { Judgement } from '../catalogue/judgement'
import { CHANGED, daysBetween } from './screening'

/**
 * Why somebody is to be screened again; null while the last screening holds.
 *
 * @param screenedOn ISO day of the last screening; null: never
 * @param on today, ISO day
 * @param daysAway since the last meeting they came to; null: never been
 * @example
 * screeningDue({ screenedOn: '2025-11-20', considerations: [] }, '2026-11-25', 7, judgement)
 * // "The last screening is over a year old."
 */
export function screeningDue(
  person: { screenedOn: string | null; considerations: readonly { consideration: string }[] },
  on: string,
  daysAway: number | null,
  { away, screening }: Pick<Judgement, 'away' | 'screening'>,
): string | null {
  if (person.considerations.some(({ consideration }) => consideration === CHANGED))
    return 'Something has changed since last time.'
  if (person.screenedOn === null) return 'Not screened yet.'
  const age = daysBetween(person.screenedOn, on)
  if (daysAway !== null && daysAway >= away.screensDays && age >= daysAway) return `Away for ${daysAway} days.`
  return age > screening.days ? 'The last screening is over a year old.' : null
}
