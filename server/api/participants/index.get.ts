import { participantsOf } from '../../database/people'
import { inLists } from '../../session/forRole'
import { accountRoute } from '../../http/routes'

/** Everybody without their levels: names, where they work and, for leads, what is to be respected. */
export default accountRoute(async ({ db, practiceId, account }) =>
  (await participantsOf(db, practiceId, undefined, { withLevels: false })).map((participant) =>
    inLists(participant, account.role),
  ),
)
