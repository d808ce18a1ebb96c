import { placeStarts } from '../../../../core/contract/beginning'
import { answer } from '../../../http/answer'
import { inThread, WRITING } from '../../../threads/inThread'

export default answer(placeStarts, ({ scope, params }) => inThread('placeStarts', scope, { id: params.id }, WRITING))
