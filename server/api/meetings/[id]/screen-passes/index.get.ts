import { readScreenPasses } from '../../../../../core/contract/watch'
import { meetingById } from '../../../../database/meetings'
import { screenPassesOf } from '../../../../database/screenPasses'
import { answer } from '../../../../http/answer'

export default answer(readScreenPasses, async ({ scope, params }) => {
  const { id } = await meetingById(scope, params.id)
  return screenPassesOf(scope, id)
})
