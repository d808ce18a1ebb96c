import { readRecord } from '../../../../core/contract/records'
import { answer, sendsFile } from '../../../http/answer'
import { AT_DESK, inThread } from '../../../threads/inThread'

export default answer(readRecord, async ({ event, scope, params, query }) => {
  const made = await inThread('readRecord', scope, { id: params.id, as: query.as }, AT_DESK)
  const type = query.as === 'json' ? 'application/json' : 'text/plain'
  sendsFile(event, `${type}; charset=utf-8`, `record-${params.id.slice(0, 8)}.${query.as === 'json' ? 'json' : 'txt'}`)
  return made
})
