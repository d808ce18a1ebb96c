import { noteHealth } from '../../../../database/healthLog'
import { addLetter, lettersOf } from '../../../../database/letters'
import { participantById } from '../../../../database/people'
import { notValid } from '../../../../http/refuse'
import { writeLetter } from '../../../../../core/contract/records'
import { answer } from '../../../../http/answer'

export default answer(writeLetter, async ({ scope, params, body }) => {
  const { id } = await participantById(scope, params.id)
  if (body.consentOn > new Date().toISOString().slice(0, 10))
    throw notValid({ consentOn: 'Consent is given before a letter is written, not after.' })
  await addLetter(scope, id, body)
  await noteHealth(scope, { person: id }, 'wrote a letter')
  return lettersOf(scope, id)
})
