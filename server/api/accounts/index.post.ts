import { accountByEmail, addAccount } from '../../database/accounts'
import { NewAccountFields } from '../../session/accountFields'
import { hashOf } from '../../session/password'
import { readInput } from '../../session/readInput'
import { refusal } from '../../session/refuse'
import { leadRoute } from '../../session/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  const { password, ...fields } = await readInput(event, NewAccountFields)
  if (await accountByEmail(db, fields.email)) {
    throw refusal(422, 'not-valid', 'Some of this cannot be saved as it is.', {
      email: 'This address has an account already.',
    })
  }
  return addAccount(db, practiceId, { ...fields, passwordHash: await hashOf(password) })
})
