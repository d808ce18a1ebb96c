import { joinMeeting } from '../../../../services/joinMeeting'
import { addGuest } from '../../../../../core/contract/meetings'
import { answer } from '../../../../http/answer'

export default answer(addGuest, ({ scope, account, params, body }) =>
  joinMeeting(scope, { meetingId: params.id, role: account.role }, body),
)
