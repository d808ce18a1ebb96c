import { rosterOf } from '../database/roster'
import { inLists } from '../session/forRole'
import { readRoster } from '../../core/contract/people'
import { answer } from '../http/answer'

export default answer(readRoster, async ({ scope, account, query }) => {
  const { people, total } = await rosterOf(scope, query)
  return { people: people.map((person) => inLists(person, account.role)), total }
})
