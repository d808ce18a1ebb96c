import { homeOf } from '../../../../services/homeOf'
import { readHome } from '../../../../../core/contract/homePractice'
import { answer } from '../../../../http/answer'

export default answer(readHome, ({ scope, params }) => homeOf(scope, params.id, new Date()))
