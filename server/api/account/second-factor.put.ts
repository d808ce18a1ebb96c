import { confirmSecondFactor } from '../../../core/contract/access'
import { makeRecoveryCodes } from '../../database/recoveryCodes'
import { answer } from '../../http/answer'
import { notValid } from '../../http/refuse'
import { accessed, callerAddress } from '../../session/accessed'
import { attempts } from '../../session/attempts'
import { secondFactors } from '../../session/secondFactors'

/** The first code shows that the authenticator has the secret; recovery codes come with it, for when it is lost. */
export default answer(confirmSecondFactor, async ({ event, scope, account, body }) => {
  const address = callerAddress(event)
  const counted = await attempts().count({ whom: account.id, address, device: 'first code' })
  if (!(await secondFactors().takes(account.id, body.code, 'first')))
    throw notValid({
      code: 'This is not the code that is due now. Look at the clock of the phone, and take the next one.',
    })
  await counted.wasRight()
  const codes = await makeRecoveryCodes(scope.db, account.id)
  await accessed({ event, db: scope.db }, 'set up one-time codes', account)
  return { codes }
})
