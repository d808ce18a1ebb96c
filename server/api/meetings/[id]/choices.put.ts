import { z } from 'zod'
import { meetingById, saveHandChoice } from '../../../database/meetings'
import { tell } from '../../../session/live'
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
  const choice = await readInput(event, HandChoice)
  await saveHandChoice(db, practiceId, id, choice, account.id)
  tell(id, { kind: 'choices', choice })
  return { saved: true }
})
