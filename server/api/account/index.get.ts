import { readOwnAccess } from '../../../core/contract/access'
import { telephoneOf } from '../../database/accounts'
import { recoveryCodesLeft } from '../../database/recoveryCodes'
import { sessionsOf } from '../../database/sessions'
import { answer } from '../../http/answer'
import { secondFactors } from '../../session/secondFactors'

export default answer(readOwnAccess, async ({ scope, account, session }) => ({
  hasSecondFactor: await secondFactors().isSet(account.id),
  recoveryCodesLeft: await recoveryCodesLeft(scope.db, account.id),
  telephone: await telephoneOf(scope, account.id),
  sessions: await sessionsOf(scope.db, account.id, session),
}))
