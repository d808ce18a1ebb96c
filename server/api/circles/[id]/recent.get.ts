import { circleById } from '../../../database/circles'
import { recentMovements } from '../../../database/meetings'
import { idOf } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

/** Movements of the circle's last four meetings that were led, the last one first. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const { id } = await circleById(db, practiceId, idOf(event))
  return recentMovements(db, practiceId, id, 4)
})
