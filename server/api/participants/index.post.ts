import { addPersonByHand } from '../../services/changePerson'
import { addPerson } from '../../../core/contract/people'
import { answer } from '../../http/answer'

export default answer(addPerson, ({ scope, body }) => addPersonByHand(scope, body))
