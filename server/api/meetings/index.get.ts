import { meetingsOf } from '../../database/meetings'
import { accountRoute } from '../../session/routes'

export default accountRoute(({ db, practiceId }) => meetingsOf(db, practiceId))
