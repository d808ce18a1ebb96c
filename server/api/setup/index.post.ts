import { addPractice, hasPractice } from '../../database/accounts'
import { hashOf } from '../../session/password'
import { refusal } from '../../http/refuse'
import { setUp } from '../../../core/contract/practice'
import { answerAnybody } from '../../http/answer'

export default answerAnybody(setUp, async ({ event, db, body: { practice, password, ...first } }) => {
  if (await hasPractice(db)) throw refusal(409, 'already-set-up', 'There is a practice here already: sign in.')
  const account = await addPractice(db, practice, {
    ...first,
    role: 'lead',
    passwordHash: await hashOf(password),
  })
  await setUserSession(event, { user: account })
  return account
})
