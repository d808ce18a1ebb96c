import { readSession } from '../../../core/contract/session'
import { hasPractice } from '../../database/accounts'
import { answerAnybody } from '../../http/answer'
import { sessionOf } from '../../session/session'

export default answerAnybody(readSession, async ({ event, db }) => {
  const account = (await sessionOf(event, db))?.account ?? null
  return { account, needsSetup: account === null && !(await hasPractice(db)) }
})
