import { beginPractice } from '../../services/beginPractice'
import { hasPractice } from '../../database/accounts'
import { hashOf } from '../../session/password'
import { refusal } from '../../http/refuse'
import { setUp } from '../../../core/contract/access'
import { answerAnybody } from '../../http/answer'
import { accessed } from '../../session/accessed'
import { requireGoodPassword } from '../../session/requireGoodPassword'
import { beginSession } from '../../session/session'
import { requireSetupCode } from '../../session/setupCode'

export default answerAnybody(setUp, async ({ event, db, body: { practice, password, code, ...first } }) => {
  const setAlready = refusal(409, 'already-set-up', 'There is a practice here already: sign in.')
  if (await hasPractice(db)) throw setAlready
  await requireSetupCode(event, code)
  requireGoodPassword(password, { ...first, practiceName: practice })
  const passwordHash = await hashOf(password)
  const account = await beginPractice(db, practice, { ...first, role: 'lead', passwordHash })
  if (!account) throw setAlready
  await beginSession(event, db, account, passwordHash)
  await accessed({ event, db }, 'set up the practice', account)
  return account
})
