import { formatISO } from 'date-fns'
import { recordText } from '../../../../core/formats/personRecord'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { recordOf } from '../../../services/recordOf'
import { readRecord } from '../../../../core/contract/records'
import { answer, sendsFile } from '../../../http/answer'

export default answer(readRecord, async ({ event, scope, params, query }) => {
  const record = await recordOf(scope, params.id)
  const name = `record-${record.person.id.slice(0, 8)}`
  if (query.as === 'json') {
    sendsFile(event, 'application/json; charset=utf-8', `${name}.json`)
    return JSON.stringify(record, null, 2)
  }
  sendsFile(event, 'text/plain; charset=utf-8', `${name}.txt`)
  return recordText(record, await linkedCatalogue(scope), formatISO(new Date(), { representation: 'date' }))
})
