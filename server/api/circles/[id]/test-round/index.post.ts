import { startTestRound } from '../../../../../core/contract/testRounds'
import { answer } from '../../../../http/answer'
import { notValid } from '../../../../http/refuse'
import { beginTestRound, WrongRound } from '../../../../services/testRound'

export default answer(startTestRound, async ({ scope, params, body }) => {
  try {
    return await beginTestRound(scope, params.id, body)
  } catch (error) {
    if (error instanceof WrongRound) throw notValid({ measures: error.message }, error.message)
    throw error
  }
})
