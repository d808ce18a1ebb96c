import { makeHomeLink as route } from '../../../../../core/contract/homePractice'
import { makeHomeLink } from '../../../../database/homeHandouts'
import { answer } from '../../../../http/answer'

export default answer(route, async ({ scope, params }) => ({
  path: `/api/at-home/${await makeHomeLink(scope, params.id)}`,
}))
