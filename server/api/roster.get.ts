import { z } from 'zod'
import { rosterOf } from '../database/people'
import { inLists } from '../session/forRole'
import { refusal } from '../http/refuse'
import { accountRoute } from '../http/routes'

const Asked = z.object({
  words: z.string().max(120).default(''),
  offset: z.coerce.number().int().min(0).default(0),
  limit: z.coerce.number().int().min(1).max(200).default(100),
})

/** People found by name, a page at a time. */
export default accountRoute(async ({ event, db, practiceId, account }) => {
  const asked = Asked.safeParse(getQuery(event))
  if (!asked.success) throw refusal(422, 'not-valid', 'This search cannot be read.')
  const { people, total } = await rosterOf(db, practiceId, asked.data)
  return { people: people.map((participant) => inLists(participant, account.role)), total }
})
