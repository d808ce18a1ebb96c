import { beginPractice } from '../../services/beginPractice'
import { hashOf } from '../../session/password'
import { refusal } from '../../http/refuse'
import { setUp } from '../../../core/contract/practice'
import { answerAnybody } from '../../http/answer'

export default answerAnybody(setUp, async ({ event, db, body: { practice, password, ...first } }) => {
  const passwordHash = await hashOf(password)
  const account = await beginPractice(db, practice, { ...first, role: 'lead', passwordHash })
  if (!account) throw refusal(409, 'already-set-up', 'There is a practice here already: sign in.')
  await setUserSession(event, { user: account })
  return account
})
