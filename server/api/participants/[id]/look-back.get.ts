import { readPersonLookBack } from '../../../../core/contract/records'
import { answer } from '../../../http/answer'
import { AT_DESK, inThread } from '../../../threads/inThread'

export default answer(readPersonLookBack, ({ scope, params, query }) =>
  inThread('readPersonLookBack', scope, { id: params.id, weeks: query.weeks }, AT_DESK),
)
