import { circleById } from '../../../database/circles'
import { recentMovements } from '../../../database/meetings'
import { readRecent } from '../../../../core/contract/circles'
import { answer } from '../../../http/answer'

export default answer(readRecent, async ({ scope, params }) => {
  const { id } = await circleById(scope, params.id)
  return recentMovements(scope, id, 4)
})
