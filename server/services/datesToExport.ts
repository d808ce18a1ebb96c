import { joined } from '../../core/sentence'
import { dayAfter } from '../../core/calendar/series'
import type { CalendarDate } from '../../core/formats/circleCalendar'
import { accountsOf } from '../database/accounts'
import { calendarOf } from '../database/calendar'
import { circlesOf, venuesOf } from '../database/circles'
import type { Scope } from '../database/rows'

const BACK_DAYS = 28
const AHEAD_DAYS = 364

/** The dates of all circles, or of one, from four weeks back to a year ahead; holidays are left out. */
export async function datesToExport(scope: Scope, now: Date, circleId?: string): Promise<CalendarDate[]> {
  const today = now.toISOString().slice(0, 10)
  const [lines, circles, venues, accounts] = await Promise.all([
    calendarOf(scope, dayAfter(today, -BACK_DAYS), dayAfter(today, AHEAD_DAYS)),
    circlesOf(scope),
    venuesOf(scope),
    accountsOf(scope),
  ])
  return lines
    .filter((line) => circleId === undefined || line.circleId === circleId)
    .flatMap((line) => {
      const circle = circles.find((one) => one.id === line.circleId)
      if (!circle || line.state === 'holiday') return []
      const venue = venues.find((one) => one.id === circle.venueId)
      const lead = accounts.find((one) => one.id === line.ledBy)?.name
      return [
        {
          uid: `${line.seriesId ? `${line.seriesId}-${line.on}` : line.meetingId}@unhurried-circle`,
          startsAt: line.startsAt,
          minutes: circle.minutes,
          title: joined([circle.name, line.title], ': '),
          place: joined([venue?.name, venue?.address]),
          description: lead ? `Led by ${lead}.` : '',
          isCalledOff: line.state === 'called-off',
        },
      ]
    })
}
