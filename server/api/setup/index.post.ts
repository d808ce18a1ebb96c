import { addPractice, hasPractice } from '../../database/accounts'
import { NewAccountFields, NewPracticeFields } from '../../session/accountFields'
import { hashOf } from '../../session/password'
import { readInput } from '../../http/readInput'
import { refusal } from '../../http/refuse'
import { openRoute } from '../../http/routes'

export default openRoute(async ({ event, db }) => {
  if (await hasPractice(db)) throw refusal(409, 'already-set-up', 'There is a practice here already: sign in.')
  const { practice, ...first } = await readInput(
    event,
    NewPracticeFields.extend(NewAccountFields.omit({ role: true }).shape),
  )
  const account = await addPractice(db, practice, {
    email: first.email,
    name: first.name,
    role: 'lead',
    passwordHash: await hashOf(first.password),
  })
  await setUserSession(event, { user: account })
  return account
})
