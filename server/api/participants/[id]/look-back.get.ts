import { subWeeks } from 'date-fns'
import { usualSchool } from '../../../../core/plan/schoolFor'
import { personBack } from '../../../../core/reflect/lookBack'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { circlesOf } from '../../../database/circles'
import { noteHealth } from '../../../database/healthLog'
import { actedSince, attendedBy } from '../../../database/lookBack'
import { measuresOf, sameDayPairs } from '../../../database/measures'
import { datedOutcomes } from '../../../database/outcomes'
import { participantById } from '../../../database/people'
import { idOf, readWeeks } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

/** One person over the last 4, 12, 26 or 52 weeks. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const person = await participantById(db, practiceId, idOf(event))
  const weeks = readWeeks(event)
  const [until, since] = [new Date().toISOString(), subWeeks(new Date(), weeks).toISOString()]
  const [attended, outcomes, acted, measures, pairs, circles, catalogue] = await Promise.all([
    attendedBy(db, practiceId, [person.id], since, until),
    datedOutcomes(db, practiceId, [person.id], until, since),
    actedSince(db, practiceId, [person.id], since),
    measuresOf(db, practiceId, [person.id]),
    sameDayPairs(db, practiceId),
    circlesOf(db, practiceId),
    linkedCatalogue(db, practiceId),
    noteHealth(db, practiceId, account.id, person.id, 'looked back'),
  ])
  return {
    person,
    weeks,
    since,
    back: personBack(attended.get(person.id) ?? [], outcomes, weeks, catalogue),
    aim: catalogue.schools.get(usualSchool(person, circles))!.weeklySecondsPerRegion,
    acted,
    measures: (measures.get(person.id) ?? []).filter((record) => record.takenAt >= since),
    pairs,
  }
})
