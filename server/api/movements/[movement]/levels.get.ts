import { levelsOn } from '../../../database/people'
import { leadRoute } from '../../../http/routes'

/** Who stands on which rung of one movement. */
export default leadRoute(({ event, db, practiceId }) =>
  levelsOn(db, practiceId, getRouterParam(event, 'movement') ?? ''),
)
