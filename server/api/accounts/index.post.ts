import { accountByEmail, addAccount } from '../../database/accounts'
import { NewAccountFields } from '../../session/accountFields'
import { hashOf } from '../../session/password'
import { readInput } from '../../http/readInput'
import { refusal } from '../../http/refuse'
import { leadRoute } from '../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  const { password, ...fields } = await readInput(event, NewAccountFields)
  if (await accountByEmail(db, fields.email)) {
    throw refusal(422, 'not-valid', 'Some of this cannot be saved as it is.', {
      email: 'This address has an account already.',
    })
  }
  return addAccount(db, practiceId, { ...fields, passwordHash: await hashOf(password) })
})
