import { eraseParticipant } from '../../database/erase'
import { noteHealth } from '../../database/healthLog'
import { erasePerson } from '../../../core/contract/people'
import { answer } from '../../http/answer'

export default answer(erasePerson, async ({ scope, params }) => {
  await eraseParticipant(scope, params.id)
  await noteHealth(scope, null, 'erased the record')
  return { erased: true } as const
})
