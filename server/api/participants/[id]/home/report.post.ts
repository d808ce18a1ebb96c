import { takeHomeReport } from '../../../../../core/contract/homePractice'
import { answer } from '../../../../http/answer'
import { reportIn, takeReport } from '../../../../services/homeBack'

export default answer(takeHomeReport, ({ scope, params, body }) =>
  takeReport(scope, params.id, reportIn(body.text), { cameBy: 'file', now: new Date() }),
)
