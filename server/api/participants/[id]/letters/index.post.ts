import { randomUUID } from 'node:crypto'
import { noteHealth } from '../../../../database/healthLog'
import { addLetter, LetterFields, lettersOf } from '../../../../database/letters'
import { participantById } from '../../../../database/people'
import { idOf, readInput } from '../../../../http/readInput'
import { refusal } from '../../../../http/refuse'
import { leadRoute } from '../../../../http/routes'

/** Writes a letter to a clinician, with the participant's consent recorded. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  const fields = await readInput(event, LetterFields)
  if (fields.consentOn > new Date().toISOString().slice(0, 10))
    throw refusal(422, 'not-valid', 'Some of this cannot be saved as it is.', {
      consentOn: 'Consent is given before a letter is written, not after.',
    })
  await addLetter(db, practiceId, id, randomUUID(), fields, account.id)
  await noteHealth(db, practiceId, account.id, id, 'wrote a letter')
  return lettersOf(db, practiceId, id)
})
