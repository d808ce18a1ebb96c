import { meetingById, planVersionsOf } from '../../../database/meetings'
import { idOf } from '../../../session/readInput'
import { leadRoute } from '../../../session/routes'

/** Earlier versions of a meeting's plan, the newest first. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  return planVersionsOf(db, practiceId, id)
})
