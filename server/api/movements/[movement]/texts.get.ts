import { textsOf } from '../../../../core/catalogue/summary'
import { movementEntry } from '../../../catalogue/practiceCatalogue'
import { readMovementTexts } from '../../../../core/contract/movements'
import { answerLooking } from '../../../http/answer'

export default answerLooking(readMovementTexts, async ({ scope, params }) =>
  textsOf(await movementEntry(scope, params.movement)),
)
