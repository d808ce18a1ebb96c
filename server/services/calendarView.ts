import { dayAfter } from '../../core/calendar/series'
import type { CalendarView } from '../../core/contract/circles'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { accountsOf } from '../database/accounts'
import { calendarOf, holidaysOf, seriesOf } from '../database/calendar'
import { circlesOf, venuesOf } from '../database/circles'
import { participantsOf } from '../database/people'
import type { Scope } from '../database/rows'
import { waitingOf } from '../database/waiting'
import { placesOf } from './placesOf'

const AHEAD_DAYS = 84

/** The dates ahead, what they follow from, who waits, and how many places each circle has. */
export async function calendarView(scope: Scope, now: Date): Promise<CalendarView> {
  const today = now.toISOString().slice(0, 10)
  const [lines, series, holidays, waiting, circles, venues, people, accounts, catalogue] = await Promise.all([
    calendarOf(scope, today, dayAfter(today, AHEAD_DAYS)),
    seriesOf(scope),
    holidaysOf(scope),
    waitingOf(scope),
    circlesOf(scope),
    venuesOf(scope),
    participantsOf(scope, undefined, { withLevels: false }),
    accountsOf(scope),
    linkedCatalogue(scope),
  ])
  const places = placesOf(circles, venues, people, catalogue)
  return { lines, series, holidays, waiting, places, accounts }
}
