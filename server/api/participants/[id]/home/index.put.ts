import { homePracticeOf, saveHomePractice } from '../../../../database/homePractices'
import { saveHome } from '../../../../../core/contract/homePractice'
import { answer } from '../../../../http/answer'

export default answer(saveHome, async ({ scope, params, body }) => {
  await saveHomePractice(scope, params.id, body)
  return homePracticeOf(scope, params.id)
})
