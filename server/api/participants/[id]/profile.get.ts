import { readProfile } from '../../../../core/contract/records'
import { answer } from '../../../http/answer'
import { AT_DESK, inThread } from '../../../threads/inThread'

export default answer(readProfile, ({ scope, params }) => inThread('readProfile', scope, { id: params.id }, AT_DESK))
