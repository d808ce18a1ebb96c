import { setFlare } from '../../../../core/contract/people'
import { answer } from '../../../http/answer'
import { setFlare as set } from '../../../services/setFlare'

export default answer(setFlare, ({ scope, params, body }) => set(scope, params.id, body))
