import { lettersOf } from '../../../../database/letters'
import { participantById } from '../../../../database/people'
import { readLetters } from '../../../../../core/contract/records'
import { answer } from '../../../../http/answer'

export default answer(readLetters, async ({ scope, params }) => {
  const { id } = await participantById(scope, params.id)
  return lettersOf(scope, id)
})
