import { meetingById, planVersionsOf } from '../../../database/meetings'
import { idOf } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

/** Earlier versions of a meeting's plan, the newest first. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  return planVersionsOf(db, practiceId, id)
})
