import { circlesOf } from '../../database/circles'
import { accountRoute } from '../../session/routes'

export default accountRoute(({ db, practiceId }) => circlesOf(db, practiceId))
