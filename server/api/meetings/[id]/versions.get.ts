import { meetingById } from '../../../database/meetings'
import { planVersionsOf } from '../../../database/planVersions'
import { readPlanVersions } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

export default answer(readPlanVersions, async ({ scope, params }) => {
  const { id } = await meetingById(scope, params.id)
  return planVersionsOf(scope, id)
})
