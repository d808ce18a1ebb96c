import { hasPractice } from '../../database/accounts'
import { openRoute } from '../../http/routes'

export default openRoute(async ({ db }) => ({ needed: !(await hasPractice(db)) }))
