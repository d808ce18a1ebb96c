import { healthLogOf } from '../database/healthLog'
import { leadRoute } from '../http/routes'

/** Who looked at or changed anybody's health data, newest first. */
export default leadRoute(({ db, practiceId }) => healthLogOf(db, practiceId))
