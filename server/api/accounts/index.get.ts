import { accountsOf } from '../../database/accounts'
import { leadRoute } from '../../session/routes'

export default leadRoute(({ db, practiceId }) => accountsOf(db, practiceId))
