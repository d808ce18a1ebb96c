import { addGoal } from '../../../../../core/contract/goals'
import { answer } from '../../../../http/answer'
import { addGoal as add } from '../../../../services/keepGoal'

export default answer(addGoal, ({ scope, params, body }) => add(scope, params.id, body))
