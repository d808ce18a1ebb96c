import { readMovement } from '../../../core/contract/movements'
import { answer, sendsFile } from '../../http/answer'
import { AT_DESK, inThread } from '../../threads/inThread'

export default answer(readMovement, async ({ event, scope, params }) => {
  const made = await inThread('readMovement', scope, params, AT_DESK)
  sendsFile(event, 'application/yaml; charset=utf-8', `${params.movement}.yaml`)
  return made
})
