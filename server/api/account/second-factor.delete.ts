import { endSecondFactor } from '../../../core/contract/access'
import { answer } from '../../http/answer'
import { accessed } from '../../session/accessed'
import { requireOwnPassword } from '../../session/ownPassword'
import { secondFactors } from '../../session/secondFactors'

export default answer(endSecondFactor, async ({ event, scope, account, body }) => {
  await requireOwnPassword(event, { scope, account }, body.password)
  await secondFactors().end(account.id)
  await accessed({ event, db: scope.db }, 'gave up one-time codes', account)
  return { done: true } as const
})
