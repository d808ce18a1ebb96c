import { removeOwnMovement } from '../../database/ownMovements'
import { leadRoute } from '../../session/routes'

/** Takes the practice's version away; a shipped movement is restored by it. */
export default leadRoute(async ({ event, db, practiceId }) => {
  await removeOwnMovement(db, practiceId, getRouterParam(event, 'movement') ?? '')
  return { removed: true }
})
