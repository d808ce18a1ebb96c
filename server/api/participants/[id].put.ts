import { savePersonByHand } from '../../services/changePerson'
import { savePerson } from '../../../core/contract/people'
import { answer } from '../../http/answer'

export default answer(savePerson, ({ scope, params, body }) => savePersonByHand(scope, params.id, body))
