import { removeAccount } from '../../../../core/contract/access'
import { ownAccount, removeAccount as remove } from '../../../database/accounts'
import { endSessionsOf } from '../../../database/sessions'
import { lines } from '../../../live/lines'
import { answer } from '../../../http/answer'
import { accessed } from '../../../session/accessed'

export default answer(removeAccount, async ({ event, scope, account, params }) => {
  const { account: other } = await ownAccount(scope, params.id)
  await remove(scope, params.id)
  lines.cut(await endSessionsOf(scope.db, params.id))
  await accessed({ event, db: scope.db }, 'removed an account', account, `${other.name}, ${other.email}`)
  return { done: true } as const
})
