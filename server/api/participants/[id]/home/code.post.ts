import { takeHomeCode } from '../../../../../core/contract/homePractice'
import { answer } from '../../../../http/answer'
import { takeCode } from '../../../../services/homeBack'

export default answer(takeHomeCode, ({ scope, params, body }) => takeCode(scope, params.id, body.code, new Date()))
