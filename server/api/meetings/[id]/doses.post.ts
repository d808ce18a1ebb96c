import { raiseInNextPlan } from '../../../services/raiseInNextPlan'
import { raiseDose } from '../../../../core/contract/reflection'
import { answer } from '../../../http/answer'

export default answer(raiseDose, ({ scope, params, body }) => raiseInNextPlan(scope, params.id, body))
