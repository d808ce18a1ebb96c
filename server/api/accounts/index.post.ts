import { accountByEmail, addAccount as storeAccount } from '../../database/accounts'
import { hashOf } from '../../session/password'
import { notValid } from '../../http/refuse'
import { addAccount } from '../../../core/contract/practice'
import { answer } from '../../http/answer'

export default answer(addAccount, async ({ scope, body: { password, ...fields } }) => {
  if (await accountByEmail(scope.db, fields.email)) throw notValid({ email: 'This address has an account already.' })
  return storeAccount(scope, { ...fields, passwordHash: await hashOf(password) })
})
