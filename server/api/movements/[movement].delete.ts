import { removeOwnMovement } from '../../database/ownMovements'
import { leadRoute } from '../../http/routes'

/** Takes the practice's version away; a shipped movement is restored by it. */
export default leadRoute(async ({ event, db, practiceId }) => {
  await removeOwnMovement(db, practiceId, getRouterParam(event, 'movement') ?? '')
  return { removed: true }
})
