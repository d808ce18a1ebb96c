import { sayGoal } from '../../../../../../../core/contract/goals'
import { answer } from '../../../../../../http/answer'
import { sayGoal as say } from '../../../../../../services/keepGoal'

export default answer(sayGoal, ({ scope, params, body }) =>
  say(scope, { participantId: params.id, goalId: params.goal }, body),
)
