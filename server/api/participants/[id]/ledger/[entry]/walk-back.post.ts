import { z } from 'zod'
import { CannotWalkBack, ledgerOf, walkBack } from '../../../../../database/ledger'
import { participantById } from '../../../../../database/people'
import { idOf, readInput } from '../../../../../http/readInput'
import { refusal } from '../../../../../http/refuse'
import { leadRoute } from '../../../../../http/routes'

const Sent = z.object({
  reason: z
    .string('Say in a few words why.')
    .trim()
    .min(1, 'Say in a few words why.')
    .max(300, 'A reason has 300 characters at most.'),
})

/** Takes a change back: what stood before it stands again, and the ledger says so. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  const { reason } = await readInput(event, Sent)
  try {
    await walkBack(db, practiceId, id, idOf(event, 'entry'), account.id, reason)
  } catch (error) {
    if (error instanceof CannotWalkBack) throw refusal(409, 'decided-since', error.message)
    throw error
  }
  return ledgerOf(db, practiceId, { participantId: id })
})
