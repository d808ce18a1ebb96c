import { beginCircle } from '../../core/contract/beginning'
import { answer } from '../http/answer'
import { inThread, WRITING } from '../threads/inThread'

export default answer(beginCircle, ({ scope, body }) => inThread('beginCircle', scope, body, WRITING))
