import { setRetention as route } from '../../../core/contract/retention'
import { notHeardOf, setRetention } from '../../database/retention'
import { answer } from '../../http/answer'

export default answer(route, async ({ scope, body }) => {
  await setRetention(scope, body)
  return { rules: body, due: await notHeardOf(scope, body.peopleMonths, new Date()) }
})
