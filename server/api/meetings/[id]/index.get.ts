import { readMeeting } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'
import { IN_CLASS, inThread } from '../../../threads/inThread'

export default answer(readMeeting, ({ scope, params, account }) =>
  inThread('readMeeting', scope, { id: params.id, role: account.role }, IN_CLASS),
)
