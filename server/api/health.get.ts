import { readHealth } from '../../core/contract/practice'
import { answerAnybody } from '../http/answer'

export default answerAnybody(readHealth, async ({ db }) => {
  await db.raw('select 1')
  return { ok: true } as const
})
