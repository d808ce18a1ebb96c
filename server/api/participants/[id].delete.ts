import { noteHealth } from '../../database/healthLog'
import { erasePerson as route } from '../../../core/contract/people'
import { erasePerson } from '../../services/erased'
import { answer } from '../../http/answer'

export default answer(route, async ({ event, scope, params }) => {
  await erasePerson(scope, params.id, useRuntimeConfig(event).dataFolder, new Date())
  await noteHealth(scope, {}, 'erased the record')
  return { erased: true } as const
})
