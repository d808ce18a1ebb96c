import { moveTier } from '../../../../core/contract/people'
import { answer } from '../../../http/answer'
import { IN_CLASS, inThread } from '../../../threads/inThread'

export default answer(moveTier, ({ scope, params, body }) =>
  inThread('moveTier', scope, { id: params.id, body }, IN_CLASS),
)
