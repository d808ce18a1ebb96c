import { reflectionOf } from '../../../services/reflection'
import { readReflection } from '../../../../core/contract/reflection'
import { answer } from '../../../http/answer'

export default answer(readReflection, ({ scope, params }) => reflectionOf(scope, params.id))
