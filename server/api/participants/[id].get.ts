import { linkedCatalogue } from '../../catalogue/linkedCatalogue'
import { participantById } from '../../database/people'
import { toMeasure } from '../../session/forRole'
import { readPerson } from '../../../core/contract/people'
import { answer } from '../../http/answer'

export default answer(readPerson, async ({ scope, params, account }) => {
  const person = await participantById(scope, params.id)
  return toMeasure(person, account.role, await linkedCatalogue(scope))
})
