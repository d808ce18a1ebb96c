import { takeMessage } from '../../../services/takeMessage'
import { sendMessage } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

export default answer(sendMessage, async ({ scope, params, body }) => {
  await takeMessage(scope, params.id, body)
  return { received: true } as const
})
