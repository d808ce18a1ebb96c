import { endSession } from '../../../../core/contract/access'
import { endOneSession } from '../../../database/sessions'
import { lines } from '../../../live/lines'
import { answer } from '../../../http/answer'
import { accessed } from '../../../session/accessed'

export default answer(endSession, async ({ event, scope, account, params }) => {
  await endOneSession(scope.db, account.id, params.id)
  lines.cut([params.id])
  await accessed({ event, db: scope.db }, 'ended a session', account)
  return { done: true } as const
})
