import { circleById } from '../../../database/circles'
import { lastCameOf } from '../../../database/personHistory'
import { usualLevelsOf } from '../../../database/people'
import { idOf } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

/** For each member of a circle the usual level in the home tier, and when they last came. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const circle = await circleById(db, practiceId, idOf(event))
  const [levels, came] = await Promise.all([
    usualLevelsOf(db, practiceId, circle.members),
    lastCameOf(db, practiceId, circle.members),
  ])
  return circle.members.map((participant) => ({
    participant,
    usualLevel: levels[participant] ?? null,
    lastCame: came[participant] ?? null,
  }))
})
