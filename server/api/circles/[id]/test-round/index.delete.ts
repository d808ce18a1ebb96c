import { endTestRound } from '../../../../../core/contract/testRounds'
import { endRound } from '../../../../database/testRounds'
import { answer } from '../../../../http/answer'
import { testRoundView } from '../../../../services/testRound'

export default answer(endTestRound, async ({ scope, params }) => {
  await endRound(scope, params.id, new Date().toISOString())
  return testRoundView(scope, { circleId: params.id, role: 'lead' })
})
