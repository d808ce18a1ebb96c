import { participantById } from '../../database/people'
import { inLists } from '../../session/forRole'
import { idOf } from '../../session/readInput'
import { accountRoute } from '../../session/routes'

export default accountRoute(async ({ event, db, practiceId, account }) => inLists(await participantById(db, practiceId, idOf(event)), account.role))
