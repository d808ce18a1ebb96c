import { removeGuest } from '../../../../services/joinMeeting'
import { removeGuest as route } from '../../../../../core/contract/meetings'
import { answer } from '../../../../http/answer'

export default answer(route, ({ scope, params }) =>
  removeGuest(scope, { meetingId: params.id, participant: params.guest }),
)
