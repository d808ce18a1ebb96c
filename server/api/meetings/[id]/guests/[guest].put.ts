import { agreeToGuest } from '../../../../services/joinMeeting'
import { agreeToGuest as route } from '../../../../../core/contract/meetings'
import { answer } from '../../../../http/answer'

export default answer(route, ({ scope, params }) =>
  agreeToGuest(scope, { meetingId: params.id, participant: params.guest }),
)
