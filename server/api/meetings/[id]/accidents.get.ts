import { accidentsOf } from '../../../database/accidents'
import { idOf } from '../../../session/readInput'
import { accountRoute } from '../../../session/routes'

/** Accidents that were written down in a meeting. */
export default accountRoute(({ event, db, practiceId }) => accidentsOf(db, practiceId, idOf(event)))
