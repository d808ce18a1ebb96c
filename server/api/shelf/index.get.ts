import { shelfOf } from '../../database/shelf'
import { accountRoute } from '../../http/routes'

/** All plans on the practice's shelf. */
export default accountRoute(({ db, practiceId }) => shelfOf(db, practiceId))
