import { noteHealth } from '../../database/healthLog'
import { participantById } from '../../database/people'
import { inLists } from '../../session/forRole'
import { readPerson } from '../../../core/contract/people'
import { answer } from '../../http/answer'

export default answer(readPerson, async ({ scope, params, account }) => {
  const person = await participantById(scope, params.id)
  if (account.role === 'lead') await noteHealth(scope, person.id, 'looked at the person')
  return inLists(person, account.role)
})
