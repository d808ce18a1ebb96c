import { addCircle as storeCircle } from '../../database/circles'
import { addCircle } from '../../../core/contract/circles'
import { answer } from '../../http/answer'

export default answer(addCircle, ({ scope, body }) => storeCircle(scope, body))
