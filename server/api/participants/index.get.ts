import { participantsOf } from '../../database/people'
import { inLists } from '../../session/forRole'
import { accountRoute } from '../../session/routes'

export default accountRoute(async ({ db, practiceId, account }) =>
  (await participantsOf(db, practiceId)).map((participant) => inLists(participant, account.role)),
)
