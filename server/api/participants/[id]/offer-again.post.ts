import { z } from 'zod'
import { Tier } from '../../../../core/catalogue/words'
import { offerAgain } from '../../../database/ledger'
import { participantById } from '../../../database/people'
import { idOf, readInput } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

const Sent = z.object({
  movement: z.string().min(1).max(60),
  tier: Tier,
  reason: z
    .string('Say what was found.')
    .trim()
    .min(1, 'Say what was found.')
    .max(300, 'A note has 300 characters at most.'),
})

/** Offers a movement again that hurt twice running, once a lead has looked and noted it. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  await offerAgain(db, practiceId, id, await readInput(event, Sent), account.id)
  return participantById(db, practiceId, id)
})
