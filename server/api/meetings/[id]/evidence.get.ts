import { readEvidence } from '../../../../core/contract/reflection'
import { answer } from '../../../http/answer'
import { IN_CLASS, inThread } from '../../../threads/inThread'

export default answer(readEvidence, ({ scope, params }) => inThread('readEvidence', scope, { id: params.id }, IN_CLASS))
