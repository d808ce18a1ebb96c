import { takeTierStep } from '../../../services/takeTierStep'
import { moveTier } from '../../../../core/contract/people'
import { answer } from '../../../http/answer'

export default answer(moveTier, ({ scope, params, body }) => takeTierStep(scope, params.id, body))
