import { saveCircle as storeCircle } from '../../database/circles'
import { saveCircle } from '../../../core/contract/circles'
import { answer } from '../../http/answer'

export default answer(saveCircle, ({ scope, params, body }) => storeCircle(scope, params.id, body))
