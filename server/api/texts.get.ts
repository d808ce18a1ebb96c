import { textsOf } from '../../core/catalogue/summary'
import { readTexts } from '../../core/contract/movements'
import { movementEntries } from '../catalogue/practiceCatalogue'
import { answerLooking } from '../http/answer'

export default answerLooking(readTexts, async ({ scope, query }) =>
  (await movementEntries(scope, query.movements)).map(textsOf),
)
