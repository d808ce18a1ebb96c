import { linkedCatalogue } from '../../../../catalogue/linkedCatalogue'
import { noteHealth } from '../../../../database/healthLog'
import { participantById } from '../../../../database/people'
import { takeScreening as take } from '../../../../services/takeScreening'
import { takeScreening } from '../../../../../core/contract/records'
import { answer } from '../../../../http/answer'

export default answer(takeScreening, async ({ scope, params, account, body }) => {
  const { id } = await participantById(scope, params.id)
  const { interview } = await linkedCatalogue(scope)
  const { waitsFor, considerations } = await take(scope, { participantId: id, role: account.role }, interview, body)
  await noteHealth(scope, { person: id }, 'took a screening')
  return { waitsFor, found: considerations.length }
})
