import { decide } from '../../../../core/contract/reflection'
import { answer } from '../../../http/answer'
import { IN_CLASS, inThread } from '../../../threads/inThread'

export default answer(decide, ({ scope, params, body }) =>
  inThread('decide', scope, { id: params.id, answers: body.answers }, IN_CLASS),
)
