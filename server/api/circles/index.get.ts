import { circlesOf } from '../../database/circles'
import { accountRoute } from '../../http/routes'

export default accountRoute(({ db, practiceId }) => circlesOf(db, practiceId))
