import { makeCourse } from '../../../../core/contract/shelf'
import { answer } from '../../../http/answer'
import { inThread, LOOKING } from '../../../threads/inThread'

export default answer(makeCourse, ({ scope, params, body }) =>
  inThread('makeCourse', scope, { id: params.id, body }, LOOKING),
)
