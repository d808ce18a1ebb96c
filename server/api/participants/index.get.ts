import { participantsOf } from '../../database/people'
import { inLists } from '../../session/forRole'
import { readPeople } from '../../../core/contract/people'
import { answer } from '../../http/answer'

export default answer(readPeople, async ({ scope, account }) =>
  (await participantsOf(scope, undefined, { withLevels: false })).map((person) => inLists(person, account.role)),
)
