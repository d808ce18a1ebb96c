import { readOwnAccess } from '../../../core/contract/access'
import { recoveryCodesLeft } from '../../database/recoveryCodes'
import { sessionsOf } from '../../database/sessions'
import { answer } from '../../http/answer'
import { secondFactors } from '../../session/secondFactors'

export default answer(readOwnAccess, async ({ scope: { db }, account, session }) => ({
  hasSecondFactor: await secondFactors().isSet(account.id),
  recoveryCodesLeft: await recoveryCodesLeft(db, account.id),
  sessions: await sessionsOf(db, account.id, session),
}))
