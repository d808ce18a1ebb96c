import { addAccount } from '../../../core/contract/access'
import { addAccount as storeAccount, isTaken } from '../../database/accounts'
import { answer } from '../../http/answer'
import { notValid } from '../../http/refuse'
import { accessed } from '../../session/accessed'
import { hashOf } from '../../session/password'
import { requireGoodPassword } from '../../session/requireGoodPassword'

export default answer(addAccount, async ({ event, scope, account, body: { password, ...fields } }) => {
  const taken = notValid({ email: 'This address has an account already.' })
  if (await isTaken(scope.db, fields.email)) throw taken
  requireGoodPassword(password, { ...fields, practiceName: account.practiceName })
  const passwordHash = await hashOf(password)
  const added = await storeAccount(scope, { ...fields, passwordHash }).catch(async (error: unknown) => {
    // Somebody else took it meanwhile.
    throw (await isTaken(scope.db, fields.email)) ? taken : error
  })
  await accessed({ event, db: scope.db }, 'added an account', account, `${added.name}, ${added.role}`)
  return added
})
