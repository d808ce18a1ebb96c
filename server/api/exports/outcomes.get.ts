import { outcomeRows } from '../../../core/formats/outcomeRows'
import { linkedCatalogue } from '../../catalogue/linkedCatalogue'
import { circlesOf } from '../../database/circles'
import { noteHealth } from '../../database/healthLog'
import { circlesByMeeting } from '../../database/meetings'
import { datedOutcomes } from '../../database/outcomes'
import { participantsOf } from '../../database/people'
import { exportOutcomes } from '../../../core/contract/practice'
import { answer, sendsFile } from '../../http/answer'

/** All outcomes that hold, as a spreadsheet. */
export default answer(exportOutcomes, async ({ event, scope }) => {
  const [people, circles, circleOf, catalogue] = await Promise.all([
    participantsOf(scope, undefined, { withLevels: false }),
    circlesOf(scope),
    circlesByMeeting(scope),
    linkedCatalogue(scope),
  ])
  const ids = people.map((person) => person.id)
  const outcomes = await datedOutcomes(scope, ids, { until: new Date().toISOString() })
  const personName = new Map(people.map((person) => [person.id, person.name]))
  const circleName = new Map(circles.map((circle) => [circle.id, circle.name]))
  await noteHealth(scope, null, 'took outcomes out')
  sendsFile(event, 'text/csv; charset=utf-8', 'outcomes.csv')
  return outcomeRows(
    outcomes.map((outcome) => ({
      name: personName.get(outcome.participant) ?? '',
      date: outcome.date,
      circle: circleName.get(circleOf.get(outcome.meetingId) ?? '') ?? '',
      outcome,
    })),
    catalogue,
  )
})
