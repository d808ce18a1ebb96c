import { writeMeasures } from '../../core/formats/measureRows'
import { outcomeRows } from '../../core/formats/outcomeRows'
import { holding } from '../../core/measure/record'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { circlesOf } from '../database/circles'
import { measuresOf } from '../database/measures'
import { circlesByMeeting } from '../database/meetings'
import { datedOutcomes } from '../database/outcomes'
import { participantsOf } from '../database/people'
import type { Acting } from '../database/rows'

/** All outcomes that hold, as a spreadsheet. */
export async function outcomesTable(acting: Acting, now: Date): Promise<string> {
  const [people, circles, circleOf, catalogue] = await Promise.all([
    participantsOf(acting, undefined, { withLevels: false }),
    circlesOf(acting),
    circlesByMeeting(acting),
    linkedCatalogue(acting),
  ])
  const ids = people.map((person) => person.id)
  const outcomes = await datedOutcomes(acting, ids, { until: now.toISOString() })
  const personName = new Map(people.map((person) => [person.id, person.name]))
  const circleName = new Map(circles.map((circle) => [circle.id, circle.name]))
  return outcomeRows(
    outcomes.map((outcome) => ({
      name: personName.get(outcome.participant) ?? '',
      date: outcome.date,
      circle: circleName.get(circleOf.get(outcome.meetingId) ?? '') ?? '',
      outcome,
    })),
    catalogue,
  )
}

/** All results that hold, as a spreadsheet that can be read in again. */
export async function measuresTable(acting: Acting): Promise<string> {
  const [people, measures, catalogue] = await Promise.all([
    participantsOf(acting, undefined, { withLevels: false }),
    measuresOf(acting),
    linkedCatalogue(acting),
  ])
  return writeMeasures(
    people.flatMap((person) => holding(measures.get(person.id) ?? []).map((record) => ({ person, record }))),
    catalogue,
  )
}
