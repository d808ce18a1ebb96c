import { saveMovement } from '../../../core/contract/movements'
import { answer } from '../../http/answer'
import { inThread, WRITING } from '../../threads/inThread'

export default answer(saveMovement, ({ scope, params, body }) =>
  inThread('saveMovement', scope, { id: params.movement, body }, WRITING),
)
