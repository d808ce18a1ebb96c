import { evidenceOf } from '../../../services/reflection'
import { readEvidence } from '../../../../core/contract/reflection'
import { answer } from '../../../http/answer'

export default answer(readEvidence, ({ scope, params }) => evidenceOf(scope, params.id))
