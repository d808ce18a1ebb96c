import { readTestRound } from '../../../../../core/contract/testRounds'
import { answer } from '../../../../http/answer'
import { testRoundView } from '../../../../services/testRound'

export default answer(readTestRound, ({ scope, account, params }) =>
  testRoundView(scope, { circleId: params.id, role: account.role }),
)
