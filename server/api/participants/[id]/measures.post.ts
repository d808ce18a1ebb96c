import { notValid } from '../../../http/refuse'
import { takeMeasures, WrongMeasures } from '../../../services/takeMeasures'
import { addMeasures } from '../../../../core/contract/records'
import { answer } from '../../../http/answer'

export default answer(addMeasures, async ({ scope, params, account, body }) => {
  try {
    return await takeMeasures(scope, { participantId: params.id, role: account.role }, body.records)
  } catch (error) {
    if (error instanceof WrongMeasures) throw notValid(error.fields, error.message)
    throw error
  }
})
