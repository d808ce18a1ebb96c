import { changeOwnPassword } from '../../../core/contract/access'
import { setPasswordHash } from '../../database/accounts'
import { endSessionsOf } from '../../database/sessions'
import { inTransaction } from '../../database/transaction'
import { lines } from '../../live/lines'
import { answer } from '../../http/answer'
import { refusal } from '../../http/refuse'
import { accessed } from '../../session/accessed'
import { requireOwnPassword } from '../../session/ownPassword'
import { hashOf } from '../../session/password'
import { requireGoodPassword } from '../../session/requireGoodPassword'
import { beginSession } from '../../session/session'

/** The browser that asks stays signed in, by a new session; all others are ended. */
export default answer(changeOwnPassword, async ({ event, scope, account, body }) => {
  const was = await requireOwnPassword(event, { scope, account }, body.oldPassword, 'oldPassword')
  requireGoodPassword(body.password, account)
  const passwordHash = await hashOf(body.password)
  const ended = await inTransaction(scope.db, async (trx) =>
    (await setPasswordHash(trx, account.id, passwordHash, was)) ? endSessionsOf(trx, account.id) : null,
  )
  if (!ended) throw refusal(409, 'password-changed', 'The password was changed in this moment: sign in again.')
  lines.cut(ended)
  await beginSession(event, scope.db, account, passwordHash)
  await accessed({ event, db: scope.db }, 'changed the own password', account)
  return { done: true } as const
})
