import { makeScreenPass as route } from '../../../../../core/contract/watch'
import { everybodyIn } from '../../../../database/arrivals'
import { circleById } from '../../../../database/circles'
import { meetingById } from '../../../../database/meetings'
import { NotFound } from '../../../../database/rows'
import { makeScreenPass } from '../../../../database/screenPasses'
import { answer } from '../../../../http/answer'
import { accessed } from '../../../../session/accessed'

export default answer(route, async ({ event, scope, account, params, body }) => {
  const { id, plan, circleId } = await meetingById(scope, params.id)
  if (body.participant !== null) {
    const { members } = await circleById(scope, circleId)
    const { ids } = await everybodyIn(scope, id, members)
    if (!ids.includes(body.participant)) throw new NotFound('They are not expected at this meeting.')
  }
  const made = await makeScreenPass(scope, id, body)
  await accessed({ event, db: scope.db }, 'made a code for screens', account, plan.title)
  return made
})
