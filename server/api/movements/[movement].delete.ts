import { removeOwnMovement } from '../../database/ownMovements'
import { removeMovement } from '../../../core/contract/movements'
import { answer } from '../../http/answer'

export default answer(removeMovement, async ({ scope, params }) => {
  await removeOwnMovement(scope, params.movement)
  return { removed: true } as const
})
