import { z } from 'zod'
import { circleCalendar } from '../../../core/formats/circleCalendar'
import { dayAfter } from '../../../core/calendar/series'
import { accountsOf } from '../../database/accounts'
import { calendarOf } from '../../database/calendar'
import { circlesOf, venuesOf } from '../../database/circles'
import { accountRoute } from '../../http/routes'

const BACK_DAYS = 28
const AHEAD_DAYS = 364

/** The dates of all circles, or of one with `?circle=`, as iCalendar. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const today = new Date().toISOString().slice(0, 10)
  const only = z.uuid().safeParse(getQuery(event).circle).data
  const [lines, circles, venues, accounts] = await Promise.all([
    calendarOf(db, practiceId, dayAfter(today, -BACK_DAYS), dayAfter(today, AHEAD_DAYS)),
    circlesOf(db, practiceId),
    venuesOf(db, practiceId),
    accountsOf(db, practiceId),
  ])
  const dates = lines
    .filter((line) => only === undefined || line.circleId === only)
    .flatMap((line) => {
      const circle = circles.find((one) => one.id === line.circleId)
      const venue = venues.find((one) => one.id === circle?.venueId)
      if (!circle || line.state === 'holiday') return []
      const lead = accounts.find((one) => one.id === line.ledBy)?.name
      return [
        {
          uid: `${line.seriesId ? `${line.seriesId}-${line.on}` : line.meetingId}@unhurried-circle`,
          startsAt: line.startsAt,
          minutes: circle.minutes,
          title: [circle.name, line.title].filter((part) => part !== '').join(': '),
          place: [venue?.name, venue?.address].filter((part) => part).join(', '),
          description: lead ? `Led by ${lead}.` : '',
          isCalledOff: line.state === 'called-off',
        },
      ]
    })
  setResponseHeaders(event, {
    'content-type': 'text/calendar; charset=utf-8',
    'content-disposition': 'attachment; filename="circles.ics"',
  })
  return circleCalendar(dates)
})
