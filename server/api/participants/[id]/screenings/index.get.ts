import { participantById } from '../../../../database/people'
import { screeningsOf } from '../../../../database/screenings'
import { readScreenings } from '../../../../../core/contract/records'
import { answer } from '../../../../http/answer'

export default answer(readScreenings, async ({ scope, params }) => {
  const { id } = await participantById(scope, params.id)
  return screeningsOf(scope, id)
})
