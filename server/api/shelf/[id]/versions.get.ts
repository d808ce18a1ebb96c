import { shelfPlanById, shelfVersionsOf } from '../../../database/shelf'
import { idOf } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

/** Earlier versions of a plan on the shelf, the newest first. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await shelfPlanById(db, practiceId, idOf(event))
  return shelfVersionsOf(db, practiceId, id)
})
