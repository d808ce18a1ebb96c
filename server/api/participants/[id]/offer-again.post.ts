import { participantById } from '../../../database/people'
import { offerAgain as offer } from '../../../services/offerAgain'
import { offerAgain } from '../../../../core/contract/people'
import { answer } from '../../../http/answer'

export default answer(offerAgain, async ({ scope, params, body }) => {
  await offer(scope, params.id, body)
  return participantById(scope, params.id)
})
