import { personLookBack } from '../../../services/personLookBack'
import { readPersonLookBack } from '../../../../core/contract/records'
import { answer } from '../../../http/answer'

export default answer(readPersonLookBack, ({ scope, params, query }) =>
  personLookBack(scope, params.id, query.weeks, new Date()),
)
