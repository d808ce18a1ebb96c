import { differenceInCalendarDays } from 'date-fns'
import type { Gap } from './today'

/**
 * The last absence of so many days and more that somebody came back from before today.
 *
 * @param came starts of the meetings they came to before today, ISO 8601, oldest first
 * @param today ISO 8601
 * @returns null where there was none
 * @example
 * gapBefore(['2026-10-01', '2026-11-12'], '2026-11-19', 21)
 * // { days: 42, endedDaysAgo: 7, meetingsSince: 1 }
 */
export function gapBefore(came: readonly string[], today: string, atLeastDays: number): Gap | null {
  for (let at = came.length - 1; at > 0; at -= 1) {
    const [back, left] = [came[at], came[at - 1]]
    if (back === undefined || left === undefined) continue
    const days = differenceInCalendarDays(back, left)
    if (days >= atLeastDays)
      return { days, endedDaysAgo: differenceInCalendarDays(today, back), meetingsSince: came.length - at }
  }
  return null
}
