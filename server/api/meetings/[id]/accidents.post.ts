import { AccidentReport } from '../../../../core/lead/accident'
import { accidentsOf, addAccident } from '../../../database/accidents'
import { meetingById } from '../../../database/meetings'
import { idOf, readInput } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

/** Writes an accident down. */
export default accountRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  await addAccident(db, practiceId, id, await readInput(event, AccidentReport), account.id)
  return accidentsOf(db, practiceId, id)
})
