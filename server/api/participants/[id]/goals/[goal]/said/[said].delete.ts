import { unsayGoal } from '../../../../../../../core/contract/goals'
import { answer } from '../../../../../../http/answer'
import { unsayGoal as unsay } from '../../../../../../services/keepGoal'

export default answer(unsayGoal, ({ scope, params }) =>
  unsay(scope, { participantId: params.id, goalId: params.goal, saidId: params.said }),
)
