import { joinMeeting } from '../../../services/joinMeeting'
import { addGuest } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

export default answer(addGuest, ({ scope, params, body }) => joinMeeting(scope, params.id, body))
