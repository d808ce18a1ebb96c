import { dayAfter } from '../../core/calendar/series'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { accountsOf } from '../database/accounts'
import { calendarOf, holidaysOf, seriesOf, waitingOf } from '../database/calendar'
import { circlesOf, venuesOf } from '../database/circles'
import { participantsOf } from '../database/people'
import { accountRoute } from '../http/routes'
import { placesOf } from '../services/placesOf'

const AHEAD_DAYS = 84

/** The dates ahead, what they follow from, who waits, and how many places each circle has. */
export default accountRoute(async ({ db, practiceId }) => {
  const today = new Date().toISOString().slice(0, 10)
  const [lines, series, holidays, waiting, circles, venues, people, accounts, catalogue] = await Promise.all([
    calendarOf(db, practiceId, today, dayAfter(today, AHEAD_DAYS)),
    seriesOf(db, practiceId),
    holidaysOf(db, practiceId),
    waitingOf(db, practiceId),
    circlesOf(db, practiceId),
    venuesOf(db, practiceId),
    participantsOf(db, practiceId, undefined, { withLevels: false }),
    accountsOf(db, practiceId),
    linkedCatalogue(db, practiceId),
  ])
  return {
    lines,
    series,
    holidays,
    waiting,
    places: placesOf(circles, venues, people, catalogue),
    accounts: accounts.map(({ id, name, role }) => ({ id, name, role })),
  }
})
