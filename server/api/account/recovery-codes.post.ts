import { makeRecoveryCodes } from '../../../core/contract/access'
import { makeRecoveryCodes as makeCodes } from '../../database/recoveryCodes'
import { answer } from '../../http/answer'
import { accessed } from '../../session/accessed'
import { requireOwnPassword } from '../../session/ownPassword'

export default answer(makeRecoveryCodes, async ({ event, scope, account, body }) => {
  await requireOwnPassword(event, { scope, account }, body.password)
  const codes = await makeCodes(scope.db, account.id)
  await accessed({ event, db: scope.db }, 'made recovery codes', account)
  return { codes }
})
