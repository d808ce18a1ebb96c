import { circleById } from '../../database/circles'
import { addMeeting as storeMeeting, meetingDuring } from '../../database/meetings'
import { planToBegin } from '../../services/planToBegin'
import { addMeeting } from '../../../core/contract/meetings'
import { answer } from '../../http/answer'
import { refusal } from '../../http/refuse'

export default answer(addMeeting, async ({ scope, body: { circleId, startsAt, planFrom, shelfFrom, besides } }) => {
  const circle = await circleById(scope, circleId)
  const same = besides ? null : await meetingDuring(scope, circle, startsAt)
  if (same !== null)
    throw refusal(409, 'same-time', 'This circle meets at that time already.', { current: { meeting: same } })
  return storeMeeting(scope, {
    circleId,
    startsAt,
    plan: await planToBegin(scope, circle, { planFrom, shelfFrom }),
    shelfId: shelfFrom,
  })
})
