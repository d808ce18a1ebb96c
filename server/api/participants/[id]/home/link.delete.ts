import { endHomeLink as route } from '../../../../../core/contract/homePractice'
import { endHomeLink } from '../../../../database/homeHandouts'
import { participantById } from '../../../../database/people'
import { answer } from '../../../../http/answer'

export default answer(route, async ({ scope, params }) => {
  const { id } = await participantById(scope, params.id)
  await endHomeLink(scope, id)
  return { ended: true as const }
})
