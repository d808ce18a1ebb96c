import { addParticipant } from '../../database/people'
import { addPerson } from '../../../core/contract/people'
import { answer } from '../../http/answer'

export default answer(addPerson, ({ scope, body }) => addParticipant(scope, body))
