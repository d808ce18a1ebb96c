import { askFirst } from '../../../../core/contract/beginning'
import { answer } from '../../../http/answer'
import { askedFirst } from '../../../services/askedFirst'

export default answer(askFirst, ({ scope, params, body }) => askedFirst(scope, params.id, body))
