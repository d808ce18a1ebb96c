import { readShelfFit } from '../../../../core/contract/shelf'
import { answer } from '../../../http/answer'
import { AT_DESK, inThread } from '../../../threads/inThread'

export default answer(readShelfFit, ({ scope, params, query }) =>
  inThread('readShelfFit', scope, { id: params.id, circle: query.circle }, AT_DESK),
)
