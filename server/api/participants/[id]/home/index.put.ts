import { formatISO } from 'date-fns'
import { saveHome } from '../../../../../core/contract/homePractice'
import { answer } from '../../../../http/answer'
import { takeHome } from '../../../../services/homeOf'
import { homePracticeOf } from '../../../../database/homePractices'

export default answer(saveHome, async ({ scope, params, body }) => {
  await takeHome(scope, params.id, body, formatISO(new Date(), { representation: 'date' }))
  return homePracticeOf(scope, params.id)
})
