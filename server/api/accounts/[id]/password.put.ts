import { setPassword } from '../../../../core/contract/access'
import { ownAccount, setPasswordHash } from '../../../database/accounts'
import { endSessionsOf } from '../../../database/sessions'
import { inTransaction } from '../../../database/transaction'
import { lines } from '../../../live/lines'
import { answer } from '../../../http/answer'
import { accessed } from '../../../session/accessed'
import { hashOf } from '../../../session/password'
import { requireGoodPassword } from '../../../session/requireGoodPassword'
import { secondFactors } from '../../../session/secondFactors'

export default answer(setPassword, async ({ event, scope, account, params, body }) => {
  const { account: other } = await ownAccount(scope, params.id)
  requireGoodPassword(body.password, other)
  const passwordHash = await hashOf(body.password)
  const ended = await inTransaction(scope.db, async (trx) => {
    await setPasswordHash(trx, other.id, passwordHash)
    return endSessionsOf(trx, other.id)
  })
  lines.cut(ended)
  await secondFactors().end(other.id)
  await accessed({ event, db: scope.db }, 'set a password', account, other.name)
  return { done: true } as const
})
