import { addMinutes, format, getISODay, roundToNearestMinutes } from 'date-fns'

/** A class of now begins so soon at most, on a round minute. */
const STEP_MINUTES = 15

/**
 * When a class begins that is made now and led as soon as people have come, by the clock of this device: shortly before
 * midnight that is on the next day.
 *
 * @returns ISO day, `HH:mm`, and the ISO weekday, 1 is Monday
 * @example
 * soonAfter(new Date(2026, 11, 1, 14, 2)) // { on: '2026-12-01', time: '14:30', weekday: 2 }
 * soonAfter(new Date(2026, 11, 1, 23, 50)) // { on: '2026-12-02', time: '00:15', weekday: 3 }
 */
export function soonAfter(now: Date): { on: string; time: string; weekday: number } {
  const at = roundToNearestMinutes(addMinutes(now, STEP_MINUTES), {
    nearestTo: STEP_MINUTES,
    roundingMethod: 'ceil',
  })
  return { on: format(at, 'yyyy-MM-dd'), time: format(at, 'HH:mm'), weekday: getISODay(at) }
}
