import { z } from 'zod'
import { meetingById, saveHandChoice } from '../../../database/meetings'
import { idOf, readInput } from '../../../session/readInput'
import { accountRoute } from '../../../session/routes'

const HandChoice = z.object({
  participant: z.uuid(),
  blockId: z.string().min(1).max(60),
  /** Empty takes the choice back. */
  variation: z.string().max(120),
  reason: z.string().max(300, 'A reason has 300 characters at most.').default(''),
})

export default accountRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  await saveHandChoice(db, practiceId, id, await readInput(event, HandChoice), account.id)
  return { saved: true }
})
