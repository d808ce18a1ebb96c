import { outcomeRows } from '../../../core/formats/outcomeRows'
import { linkedCatalogue } from '../../catalogue/linkedCatalogue'
import { circlesOf } from '../../database/circles'
import { noteHealth } from '../../database/healthLog'
import { meetingsOf } from '../../database/meetings'
import { datedOutcomes } from '../../database/outcomes'
import { participantsOf } from '../../database/people'
import { leadRoute } from '../../http/routes'

/** All outcomes that hold, as a spreadsheet. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const [people, circles, meetings, catalogue] = await Promise.all([
    participantsOf(db, practiceId, undefined, { withLevels: false }),
    circlesOf(db, practiceId),
    meetingsOf(db, practiceId),
    linkedCatalogue(db, practiceId),
  ])
  const outcomes = await datedOutcomes(
    db,
    practiceId,
    people.map((person) => person.id),
    new Date().toISOString(),
  )
  const nameOf = new Map(people.map((person) => [person.id, person.name]))
  const circleOf = new Map(
    meetings.map((meeting) => [meeting.id, circles.find((circle) => circle.id === meeting.circleId)?.name ?? '']),
  )
  await noteHealth(db, practiceId, account.id, null, 'took outcomes out')
  setResponseHeaders(event, {
    'content-type': 'text/csv; charset=utf-8',
    'content-disposition': 'attachment; filename="outcomes.csv"',
  })
  return outcomeRows(
    outcomes.map((outcome) => ({
      name: nameOf.get(outcome.participant) ?? '',
      date: outcome.date,
      circle: circleOf.get(outcome.meetingId) ?? '',
      outcome,
    })),
    catalogue,
  )
})
