import { hasPractice } from '../../database/accounts'
import { openRoute } from '../../session/routes'

export default openRoute(async ({ db }) => ({ needed: !(await hasPractice(db)) }))
