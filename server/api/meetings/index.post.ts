import { circleById } from '../../database/circles'
import { addMeeting as storeMeeting } from '../../database/meetings'
import { planToBegin } from '../../services/planToBegin'
import { addMeeting } from '../../../core/contract/meetings'
import { answer } from '../../http/answer'

export default answer(addMeeting, async ({ scope, body: { circleId, startsAt, planFrom, shelfFrom } }) => {
  const circle = await circleById(scope, circleId)
  return storeMeeting(scope, {
    circleId,
    startsAt,
    plan: await planToBegin(scope, circle, { planFrom, shelfFrom }),
    shelfId: shelfFrom,
  })
})
