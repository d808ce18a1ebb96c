import { subWeeks } from 'date-fns'
import { circleBack } from '../../../../core/reflect/circleBack'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { circleById } from '../../../database/circles'
import { actedSince, attendedBy } from '../../../database/lookBack'
import { datedOutcomes } from '../../../database/outcomes'
import { readCircleLookBack } from '../../../../core/contract/circles'
import { answer } from '../../../http/answer'

/** A circle over the last 4, 12, 26 or 52 weeks. */
export default answer(readCircleLookBack, async ({ scope, params, query: { weeks } }) => {
  const circle = await circleById(scope, params.id)
  const window = { until: new Date().toISOString(), since: subWeeks(new Date(), weeks).toISOString() }
  const [attended, outcomes, acted, catalogue] = await Promise.all([
    attendedBy(scope, circle.members, window),
    datedOutcomes(scope, circle.members, window),
    actedSince(scope, circle.members, window.since),
    linkedCatalogue(scope),
  ])
  return { weeks, back: circleBack({ attended, outcomes, acted }, circle.school, weeks, catalogue) }
})
