import { shelfPlanById, shelfVersionsOf } from '../../../database/shelf'
import { readShelfVersions } from '../../../../core/contract/shelf'
import { answer } from '../../../http/answer'

export default answer(readShelfVersions, async ({ scope, params }) => {
  const { id } = await shelfPlanById(scope, params.id)
  return shelfVersionsOf(scope, id)
})
