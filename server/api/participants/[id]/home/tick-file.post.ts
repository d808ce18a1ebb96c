import { tickFromFile } from '../../../../services/homeOf'
import { tickHomeFromFile } from '../../../../../core/contract/homePractice'
import { answer } from '../../../../http/answer'

export default answer(tickHomeFromFile, ({ scope, params, body }) => tickFromFile(scope, params.id, body.text))
