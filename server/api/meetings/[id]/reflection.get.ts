import { readReflection } from '../../../../core/contract/reflection'
import { answer } from '../../../http/answer'
import { IN_CLASS, inThread } from '../../../threads/inThread'

export default answer(readReflection, ({ scope, params }) =>
  inThread('readReflection', scope, { id: params.id }, IN_CLASS),
)
