import { measuresOf } from '../../../database/measures'
import { participantById } from '../../../database/people'
import { readMeasures } from '../../../../core/contract/records'
import { answer } from '../../../http/answer'

export default answer(readMeasures, async ({ scope, params }) => {
  const { id } = await participantById(scope, params.id)
  return (await measuresOf(scope, [id])).get(id) ?? []
})
