import { changeAccount } from '../../../../core/contract/access'
import { changeAccount as change } from '../../../database/accounts'
import { endSessionsOf } from '../../../database/sessions'
import { lines } from '../../../live/lines'
import { answer } from '../../../http/answer'
import { accessed } from '../../../session/accessed'

export default answer(changeAccount, async ({ event, scope, account, params, body }) => {
  const { account: changed, isOtherRole } = await change(scope, params.id, body)
  if (isOtherRole) lines.cut(await endSessionsOf(scope.db, params.id))
  await accessed({ event, db: scope.db }, 'changed an account', account, `${changed.name}, ${changed.role}`)
  return changed
})
