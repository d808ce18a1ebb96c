import { meetingOn, seriesById } from '../../../database/calendar'
import { addSeriesMeeting } from '../../../../core/contract/circles'
import { answer } from '../../../http/answer'

export default answer(addSeriesMeeting, async ({ scope, params, body }) =>
  meetingOn(scope, await seriesById(scope, params.id), body.on),
)
