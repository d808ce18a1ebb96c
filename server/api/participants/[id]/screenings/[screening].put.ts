import { linkedCatalogue } from '../../../../catalogue/linkedCatalogue'
import { noteHealth } from '../../../../database/healthLog'
import { agreeToHelpersScreening } from '../../../../services/takeScreening'
import { agreeToScreening } from '../../../../../core/contract/records'
import { answer } from '../../../../http/answer'

export default answer(agreeToScreening, async ({ scope, params, body }) => {
  const { interview } = await linkedCatalogue(scope)
  const which = { participantId: params.id, screeningId: params.screening }
  const { waitsFor, considerations } = await agreeToHelpersScreening(scope, which, interview, body.dropped)
  await noteHealth(scope, { person: params.id }, 'took a screening')
  return { waitsFor, found: considerations.length }
})
