import { walkIn } from '../../../../core/offer/walkIn'
import { addGuest as storeGuest } from '../../../database/arrivals'
import { meetingById } from '../../../database/meetings'
import { addParticipant } from '../../../database/people'
import { addGuest } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

export default answer(addGuest, async ({ scope, params, body }) => {
  const { id } = await meetingById(scope, params.id)
  const participant = 'participant' in body ? body.participant : (await addParticipant(scope, walkIn(body))).id
  await storeGuest(scope, id, participant)
  return { participant }
})
