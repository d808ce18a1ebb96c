import { replayEdits } from '../../../services/changePlan'
import { savePlan } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

export default answer(savePlan, ({ scope, params, body }) => replayEdits(scope, params.id, body))
