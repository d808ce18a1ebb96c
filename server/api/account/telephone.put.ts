import { setOwnTelephone } from '../../../core/contract/access'
import { setTelephone } from '../../database/accounts'
import { answer } from '../../http/answer'

export default answer(setOwnTelephone, async ({ scope, account, body }) => {
  await setTelephone(scope, account.id, body.telephone)
  return { done: true as const }
})
