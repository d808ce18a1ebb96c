import { saveGoal } from '../../../../../core/contract/goals'
import { answer } from '../../../../http/answer'
import { saveGoal as save } from '../../../../services/keepGoal'

export default answer(saveGoal, ({ scope, params, body }) =>
  save(scope, { participantId: params.id, goalId: params.goal }, body),
)
