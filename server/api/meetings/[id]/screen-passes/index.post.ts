import { makeScreenPass as route } from '../../../../../core/contract/watch'
import { meetingById } from '../../../../database/meetings'
import { makeScreenPass } from '../../../../database/screenPasses'
import { answer } from '../../../../http/answer'
import { accessed } from '../../../../session/accessed'

export default answer(route, async ({ event, scope, account, params, body }) => {
  const { id, plan } = await meetingById(scope, params.id)
  const made = await makeScreenPass(scope, id, body)
  await accessed({ event, db: scope.db }, 'made a code for screens', account, plan.title)
  return made
})
