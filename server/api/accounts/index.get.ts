import { accountsOf } from '../../database/accounts'
import { leadRoute } from '../../http/routes'

export default leadRoute(({ db, practiceId }) => accountsOf(db, practiceId))
