import { writePeople } from '../../../core/formats/people'
import { participantsOf } from '../../database/people'
import { exportPeople } from '../../../core/contract/practice'
import { answer, sendsFile } from '../../http/answer'

/** Everybody as a spreadsheet that can be read in again. */
export default answer(exportPeople, async ({ event, scope }) => {
  sendsFile(event, 'text/csv; charset=utf-8', 'people.csv')
  return writePeople(await participantsOf(scope, undefined, { withLevels: false }))
})
