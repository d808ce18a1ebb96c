import { addDays, format, isSameDay } from 'date-fns'
import { TZDate } from '@date-fns/tz'
import { momentOf } from './series'

/** A place's time zone by its IANA name; null: it was not said, and the device's own is taken. */
export type Zone = string | null

/**
 * A moment as the clock on the wall of a place shows it, wherever the device is.
 *
 * @param at ISO 8601, or epoch milliseconds
 * @param pattern as in date-fns: `EEEE d MMMM, HH:mm`
 * @example
 * wallWords('2026-10-22T08:00:00Z', 'Europe/Oslo', 'EEEE d MMMM, HH:mm') // 'Thursday 22 October, 10:00'
 */
export function wallWords(at: string | number | Date, zone: Zone, pattern: string): string {
  return format(onWall(at, zone), pattern)
}

/**
 * Whether two moments are of one day on the wall of a place.
 *
 * @example
 * isSameWallDay('2026-10-22T21:00:00Z', '2026-10-22T23:30:00Z', 'Europe/Oslo') // false
 */
export function isSameWallDay(a: string | number | Date, b: string | number | Date, zone: Zone): boolean {
  return isSameDay(onWall(a, zone), onWall(b, zone))
}

/**
 * What was typed as a day and a time on the wall of a place, as a moment.
 *
 * @param typed `2026-10-22T10:00`, as a field for a day and a time gives it
 * @returns ISO 8601 in UTC; null: it is no day and time
 * @example
 * momentTyped('2026-10-22T10:00', 'Europe/Oslo') // '2026-10-22T08:00:00Z'
 */
export function momentTyped(typed: string, zone: Zone): string | null {
  const moment = new Date(typed)
  if (Number.isNaN(moment.getTime())) return null
  const [on = '', time = ''] = typed.split('T')
  return zone === null ? moment.toISOString() : momentOf(on, time.slice(0, 5), zone)
}

/**
 * A moment some days later, at the same time on the wall of a place, as a field for a day and a time takes it.
 *
 * @example
 * typedLater('2026-10-22T08:00:00Z', 7, 'Europe/Oslo') // '2026-10-29T10:00'
 */
export function typedLater(at: string | number | Date, days: number, zone: Zone): string {
  return format(addDays(onWall(at, zone), days), "yyyy-MM-dd'T'HH:mm")
}

function onWall(at: string | number | Date, zone: Zone): Date {
  const moment = new Date(at)
  return zone === null ? moment : new TZDate(moment.getTime(), zone)
}
