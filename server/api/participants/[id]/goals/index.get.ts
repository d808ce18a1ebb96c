import { readGoals } from '../../../../../core/contract/goals'
import { answer } from '../../../../http/answer'
import { goalsOf } from '../../../../services/keepGoal'

export default answer(readGoals, ({ scope, params }) => goalsOf(scope, params.id))
