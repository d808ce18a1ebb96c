import { meetingOn, seriesById } from '../../../database/calendar'
import { circleById } from '../../../database/circles'
import { addSeriesMeeting } from '../../../../core/contract/circles'
import { answer } from '../../../http/answer'
import { planToBegin } from '../../../services/planToBegin'

export default answer(addSeriesMeeting, async ({ scope, params, body: { on, planFrom } }) => {
  const series = await seriesById(scope, params.id)
  const plan = await planToBegin(scope, await circleById(scope, series.circleId), { planFrom, shelfFrom: null })
  return meetingOn(scope, series, { on, plan })
})
