import { exportOutcomes } from '../../../core/contract/practice'
import { answer, sendsFile } from '../../http/answer'
import { AT_DESK, inThread } from '../../threads/inThread'

/** All outcomes that hold, as a spreadsheet. */
export default answer(exportOutcomes, async ({ event, scope }) => {
  const made = await inThread('exportOutcomes', scope, {}, AT_DESK)
  sendsFile(event, 'text/csv; charset=utf-8', 'outcomes.csv')
  return made
})
