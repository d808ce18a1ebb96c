import { exportMeasures } from '../../../core/contract/practice'
import { answer, sendsFile } from '../../http/answer'
import { AT_DESK, inThread } from '../../threads/inThread'

/** All results that hold as a spreadsheet that can be read in again. */
export default answer(exportMeasures, async ({ event, scope }) => {
  const made = await inThread('exportMeasures', scope, {}, AT_DESK)
  sendsFile(event, 'text/csv; charset=utf-8', 'measures.csv')
  return made
})
