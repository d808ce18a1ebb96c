import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { noteHealth } from '../../../database/healthLog'
import { participantById } from '../../../database/people'
import { takeScreening as take } from '../../../services/takeScreening'
import { takeScreening } from '../../../../core/contract/records'
import { answer } from '../../../http/answer'

export default answer(takeScreening, async ({ scope, params, account, body }) => {
  const { id } = await participantById(scope, params.id)
  const { interview } = await linkedCatalogue(scope)
  const dropped = account.role === 'lead' ? body.dropped : []
  const { waitsFor, considerations } = await take(scope, id, interview, { ...body, dropped })
  await noteHealth(scope, id, 'took a screening')
  return { waitsFor, found: considerations.length }
})
