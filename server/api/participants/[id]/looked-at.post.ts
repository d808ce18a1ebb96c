import { lookAt } from '../../../../core/contract/people'
import { addLookedAt } from '../../../database/memory'
import { noteHealth } from '../../../database/healthLog'
import { answer } from '../../../http/answer'

export default answer(lookAt, async ({ scope, params, body }) => {
  await addLookedAt(scope, params.id, body.key, body.note)
  await noteHealth(scope, { person: params.id }, 'changed the person')
  return { lookedAt: true as const }
})
