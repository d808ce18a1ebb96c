import { venuesOf } from '../../database/circles'
import { accountRoute } from '../../session/routes'

export default accountRoute(({ db, practiceId }) => venuesOf(db, practiceId))
