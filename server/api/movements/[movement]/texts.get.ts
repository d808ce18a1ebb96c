import { textsOf } from '../../../../core/catalogue/summary'
import { movementEntry } from '../../../catalogue/practiceCatalogue'
import { readMovementTexts } from '../../../../core/contract/movements'
import { answer } from '../../../http/answer'

export default answer(readMovementTexts, async ({ scope, params }) =>
  textsOf(await movementEntry(scope, params.movement)),
)
