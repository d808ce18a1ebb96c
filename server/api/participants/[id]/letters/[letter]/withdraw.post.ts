import { formatISO } from 'date-fns'
import { withdrawConsent } from '../../../../../../core/contract/records'
import { lettersOf, withdrawLetter } from '../../../../../database/letters'
import { answer } from '../../../../../http/answer'

export default answer(withdrawConsent, async ({ scope, params }) => {
  const today = formatISO(new Date(), { representation: 'date' })
  await withdrawLetter(scope, { participantId: params.id, letterId: params.letter }, today)
  return lettersOf(scope, params.id)
})
