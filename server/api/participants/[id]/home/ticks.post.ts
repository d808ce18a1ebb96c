import { homePracticeOf, tickHome as tick } from '../../../../database/homePractices'
import { tickHome } from '../../../../../core/contract/homePractice'
import { answer } from '../../../../http/answer'

export default answer(tickHome, async ({ scope, params, body }) => {
  await tick(scope, params.id, body)
  return homePracticeOf(scope, params.id)
})
