import { beginSecondFactor } from '../../../core/contract/access'
import { answer } from '../../http/answer'
import { refusal } from '../../http/refuse'
import { requireOwnPassword } from '../../session/ownPassword'
import { secondFactors } from '../../session/secondFactors'

/** One that is set stays: it is given up first. */
export default answer(beginSecondFactor, async ({ event, scope, account, body }) => {
  await requireOwnPassword(event, { scope, account }, body.password)
  if (await secondFactors().isSet(account.id))
    throw refusal(409, 'set-already', 'One-time codes are set up already: give them up first.')
  return secondFactors().begin(account)
})
