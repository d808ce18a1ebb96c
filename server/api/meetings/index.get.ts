import { meetingsOf } from '../../database/meetings'
import { accountRoute } from '../../http/routes'

export default accountRoute(({ db, practiceId }) => meetingsOf(db, practiceId))
