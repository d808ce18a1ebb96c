import { placeLevelsByHand } from '../../../services/changePerson'
import { placeLevels } from '../../../../core/contract/people'
import { answer } from '../../../http/answer'

export default answer(placeLevels, ({ scope, params, body }) => placeLevelsByHand(scope, params.id, body.levels))
