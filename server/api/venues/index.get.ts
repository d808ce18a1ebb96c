import { venuesOf } from '../../database/circles'
import { accountRoute } from '../../http/routes'

export default accountRoute(({ db, practiceId }) => venuesOf(db, practiceId))
