import { accidentsOf } from '../../../database/accidents'
import { meetingById } from '../../../database/meetings'
import { idOf } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

/** Accidents that were written down in a meeting. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  return accidentsOf(db, practiceId, id)
})
