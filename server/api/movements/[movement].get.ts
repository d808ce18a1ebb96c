import { writeMovement } from '../../../core/catalogue/overlay'
import { movementEntry } from '../../catalogue/practiceCatalogue'
import { readMovement } from '../../../core/contract/movements'
import { answer, sendsFile } from '../../http/answer'

export default answer(readMovement, async ({ event, scope, params }) => {
  const entry = await movementEntry(scope, params.movement)
  sendsFile(event, 'application/yaml; charset=utf-8', `${entry.id}.yaml`)
  return writeMovement(entry)
})
