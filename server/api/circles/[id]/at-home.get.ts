import { readCircleAtHome } from '../../../../core/contract/homePractice'
import { answer } from '../../../http/answer'
import { circleAtHome } from '../../../services/circleAtHome'

export default answer(readCircleAtHome, ({ scope, params }) => circleAtHome(scope, params.id, new Date()))
