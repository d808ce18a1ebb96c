import { profileOf } from '../../../services/profileOf'
import { readProfile } from '../../../../core/contract/records'
import { answer } from '../../../http/answer'

export default answer(readProfile, ({ scope, params }) => profileOf(scope, params.id, new Date()))
