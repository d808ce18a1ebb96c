import { shelfVersionsOf } from '../../../database/shelf'
import { idOf } from '../../../session/readInput'
import { leadRoute } from '../../../session/routes'

/** Earlier versions of a plan on the shelf, the newest first. */
export default leadRoute(({ event, db, practiceId }) => shelfVersionsOf(db, practiceId, idOf(event)))
