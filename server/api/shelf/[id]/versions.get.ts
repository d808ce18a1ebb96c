import { shelfPlanById, shelfVersionsOf } from '../../../database/shelf'
import { idOf } from '../../../session/readInput'
import { leadRoute } from '../../../session/routes'

/** Earlier versions of a plan on the shelf, the newest first. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await shelfPlanById(db, practiceId, idOf(event))
  return shelfVersionsOf(db, practiceId, id)
})
