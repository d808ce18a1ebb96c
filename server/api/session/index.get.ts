import { readSession } from '../../../core/contract/session'
import { answerAnybody } from '../../http/answer'
import { sessionOf } from '../../session/session'

export default answerAnybody(readSession, async ({ event, db }) => ({
  account: (await sessionOf(event, db))?.account ?? null,
}))
