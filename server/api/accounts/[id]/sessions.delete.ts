import { endSessionsOf as route } from '../../../../core/contract/access'
import { ownAccount } from '../../../database/accounts'
import { endSessionsOf } from '../../../database/sessions'
import { lines } from '../../../live/lines'
import { answer } from '../../../http/answer'
import { accessed } from '../../../session/accessed'

export default answer(route, async ({ event, scope, account, params }) => {
  const { account: other } = await ownAccount(scope, params.id)
  lines.cut(await endSessionsOf(scope.db, other.id))
  await accessed({ event, db: scope.db }, 'ended all sessions of', account, other.name)
  return { done: true } as const
})
