import { changeHeld } from '../../../database/calendar'
import { meetingById } from '../../../database/meetings'
import { setHeld } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

export default answer(setHeld, async ({ scope, params, body }) => {
  const { id } = await meetingById(scope, params.id)
  await changeHeld(scope, id, body)
  return { id, ...body }
})
