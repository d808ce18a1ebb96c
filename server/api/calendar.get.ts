import { capacityOf } from '../../core/room/capacity'
import { dayAfter } from '../../core/room/series'
import { footprintOf } from '../../core/room/station'
import { accountsOf } from '../database/accounts'
import { calendarOf, holidaysOf, seriesOf, waitingOf } from '../database/calendar'
import { circlesOf, venuesOf } from '../database/circles'
import { participantsOf } from '../database/people'
import { accountRoute } from '../session/routes'

const AHEAD_DAYS = 84

/** The dates ahead, what they follow from, who waits, and how many places each circle has. */
export default accountRoute(async ({ db, practiceId }) => {
  const today = new Date().toISOString().slice(0, 10)
  const [lines, series, holidays, waiting, circles, venues, people, accounts] = await Promise.all([
    calendarOf(db, practiceId, today, dayAfter(today, AHEAD_DAYS)),
    seriesOf(db, practiceId),
    holidaysOf(db, practiceId),
    waitingOf(db, practiceId),
    circlesOf(db, practiceId),
    venuesOf(db, practiceId),
    participantsOf(db, practiceId, undefined, { withLevels: false }),
    accountsOf(db, practiceId),
  ])
  const places = circles.map((circle) => {
    const venue = venues.find((one) => one.id === circle.venueId)!
    const inRoom = people.filter((person) => circle.members.includes(person.id) && person.joins !== 'video')
    return {
      circleId: circle.id,
      taken: inRoom.length,
      ...capacityOf(
        { lengthM: venue.roomLengthM, widthM: venue.roomWidthM, door: venue.door },
        inRoom.map((person) => footprintOf(person.homeTier, person.joins)),
        circle.helpers,
      ),
    }
  })
  return {
    lines,
    series,
    holidays,
    waiting,
    places,
    accounts: accounts.map(({ id, name, role }) => ({ id, name, role })),
  }
})
