import { subWeeks } from 'date-fns'
import { circleBack } from '../../../../core/reflect/lookBack'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { circleById } from '../../../database/circles'
import { actedSince, attendedBy } from '../../../database/lookBack'
import { datedOutcomes } from '../../../database/outcomes'
import { idOf, readWeeks } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

/** A circle over the last 4, 12, 26 or 52 weeks. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const circle = await circleById(db, practiceId, idOf(event))
  const weeks = readWeeks(event)
  const [until, since] = [new Date().toISOString(), subWeeks(new Date(), weeks).toISOString()]
  const [attended, outcomes, acted, catalogue] = await Promise.all([
    attendedBy(db, practiceId, circle.members, since, until),
    datedOutcomes(db, practiceId, circle.members, until, since),
    actedSince(db, practiceId, circle.members, since),
    linkedCatalogue(db, practiceId),
  ])
  return { weeks, back: circleBack(attended, outcomes, acted, circle.school, weeks, catalogue) }
})
