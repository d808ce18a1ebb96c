import { addDays, addWeeks, differenceInCalendarWeeks, format, formatISO, parseISO } from 'date-fns'
import { TZDate } from '@date-fns/tz'
import { z } from 'zod'

const day = z.iso.date('A date is written as year, month and day.')

/** One date of a series that is otherwise than the rest. */
export const SeriesException = z.object({
  calledOff: z.boolean().default(false),
  /** Held although there is a holiday. */
  held: z.boolean().default(false),
  /** The account that covers; null: whoever leads the series. */
  ledBy: z.uuid().nullable().default(null),
})
export type SeriesException = z.infer<typeof SeriesException>

/** When a circle meets: every so many weeks from a day on, at a time on the wall of its place. */
export const SeriesRule = z.object({
  firstOn: day,
  time: z.string('A time is needed.').regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'A time is written as 08:30.'),
  zone: z.string().max(60).refine(isZone, 'This time zone is not known.'),
  everyWeeks: z
    .number('How often is a number of weeks.')
    .int()
    .min(1, 'Every week at least.')
    .max(8, 'Every eight weeks at most.'),
  until: day.nullable().default(null),
  ledBy: z.uuid().nullable().default(null),
  exceptions: z.record(day, SeriesException).default({}),
})
export type SeriesRule = z.infer<typeof SeriesRule>

/** Days on which nothing is held; the first and the last count. */
export const HolidayFields = z
  .object({ name: z.string().trim().min(1, 'A holiday needs a name.').max(120), firstOn: day, lastOn: day })
  .refine(({ firstOn, lastOn }) => firstOn <= lastOn, {
    message: 'The last day comes after the first.',
    path: ['lastOn'],
  })
export type HolidayFields = z.infer<typeof HolidayFields>

export interface SeriesDate {
  /** ISO day, on the wall. */
  on: string
  /** ISO 8601 in UTC. */
  startsAt: string
  state: 'open' | 'holiday' | 'called-off'
  /** The holiday's name. */
  why: string
  ledBy: string | null
}

/**
 * The dates of a series in a window. The time on the wall stays through a change to or from summer time.
 *
 * @param from ISO day, included
 * @param to ISO day, included
 * @example
 * datesOf(thursdays, '2026-10-19', '2026-11-01', []).map((date) => date.startsAt)
 * // ['2026-10-22T08:00:00Z', '2026-10-29T09:00:00Z']
 */
export function datesOf(rule: SeriesRule, from: string, to: string, holidays: readonly HolidayFields[]): SeriesDate[] {
  const dates: SeriesDate[] = []
  // From the first date of the series that may lie in the window, however long ago it began.
  const before = Math.max(0, differenceInCalendarWeeks(parseISO(from), parseISO(rule.firstOn)) - 1)
  for (let week = before - (before % rule.everyWeeks); ; week += rule.everyWeeks) {
    const on = formatISO(addWeeks(parseISO(rule.firstOn), week), { representation: 'date' })
    if (on > to || (rule.until !== null && on > rule.until)) return dates
    if (on < from) continue
    const exception = rule.exceptions[on]
    const holiday = holidays.find(({ firstOn, lastOn }) => firstOn <= on && on <= lastOn)
    const isHoliday = holiday !== undefined && !exception?.held
    dates.push({
      on,
      startsAt: momentOf(on, rule.time, rule.zone),
      state: stateOf(exception?.calledOff ?? false, isHoliday),
      why: isHoliday ? holiday.name : '',
      ledBy: exception?.ledBy ?? rule.ledBy,
    })
  }
}

function stateOf(isCalledOff: boolean, isHoliday: boolean): SeriesDate['state'] {
  if (isCalledOff) return 'called-off'
  return isHoliday ? 'holiday' : 'open'
}

/**
 * A time on the wall of a place as a moment, ISO 8601 in UTC; one that is skipped in spring is an hour later.
 *
 * @example
 * momentOf('2026-10-29', '10:00', 'Europe/Oslo') // '2026-10-29T09:00:00Z'
 */
export function momentOf(on: string, time: string, zone: string): string {
  const [year = 0, month = 1, date = 1] = on.split('-').map(Number)
  const [hours = 0, minutes = 0] = time.split(':').map(Number)
  return new Date(new TZDate(year, month - 1, date, hours, minutes, zone).getTime()).toISOString().replace('.000Z', 'Z')
}

/**
 * What a moment is on the wall of a place.
 *
 * @example
 * wallOf('2026-10-22T08:00:00Z', 'Europe/Oslo') // { on: '2026-10-22', time: '10:00' }
 */
export function wallOf(moment: string, zone: string): { on: string; time: string } {
  const there = new TZDate(new Date(moment).getTime(), zone)
  return { on: format(there, 'yyyy-MM-dd'), time: format(there, 'HH:mm') }
}

/**
 * The rule with one of its dates otherwise; what is left out of the change stays as it is.
 *
 * @example
 * withException(thursdays, '2026-12-03', { calledOff: true }).exceptions['2026-12-03']
 * // { calledOff: true, held: false, ledBy: null }
 */
export function withException(
  rule: SeriesRule,
  on: string,
  change: { [K in keyof SeriesException]?: SeriesException[K] | undefined },
): SeriesRule {
  const before = rule.exceptions[on] ?? { calledOff: false, held: false, ledBy: null }
  const { calledOff = before.calledOff, held = before.held, ledBy = before.ledBy } = change
  return { ...rule, exceptions: { ...rule.exceptions, [on]: { calledOff, held, ledBy } } }
}

/**
 * The same weekday and time on the wall, week after week, as moments.
 *
 * @param startsAt ISO 8601 in UTC
 * @param weeks how many, the first counted in
 * @example
 * weekly('2026-10-22T08:00:00.000Z', 2, 'Europe/Oslo') // ['2026-10-22T08:00:00Z', '2026-10-29T09:00:00Z']
 */
export function weekly(startsAt: string, weeks: number, zone: string): string[] {
  const { on, time } = wallOf(startsAt, zone)
  return Array.from({ length: weeks }, (_, week) => momentOf(dayAfter(on, 7 * week), time, zone))
}

/**
 * The day so many days on.
 *
 * @example
 * dayAfter('2026-02-27', 2) // '2026-03-01'
 */
export function dayAfter(on: string, days: number): string {
  return formatISO(addDays(parseISO(on), days), { representation: 'date' })
}

/**
 * Whether a zone is known by this name.
 *
 * @example
 * isZone('Europe/Oslo') // true
 */
export function isZone(zone: string): boolean {
  try {
    return zone !== '' && Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }))
  } catch {
    return false
  }
}
