import { meetingById } from '../../../database/meetings'
import { takeMessage } from '../../../services/takeMessage'
import { sendMessage } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

export default answer(sendMessage, async ({ scope, params, body }) => {
  const { id } = await meetingById(scope, params.id)
  await takeMessage(scope, id, body.message)
  return { received: true } as const
})
