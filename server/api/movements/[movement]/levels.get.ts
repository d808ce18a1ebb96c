import { levelsOn } from '../../../database/levels'
import { readMovementLevels } from '../../../../core/contract/movements'
import { answer } from '../../../http/answer'

export default answer(readMovementLevels, ({ scope, params }) => levelsOn(scope, params.movement))
