import { z } from 'zod'
import { OutcomeEvent } from '../../../../core/lead/outcome'
import { meetingById } from '../../../database/meetings'
import { appendOutcomes } from '../../../database/outcomes'
import { tell } from '../../../live/follow'
import { idOf, readInput } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

const Sent = z.object({ outcomes: z.array(OutcomeEvent).max(500) })

export default accountRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const { outcomes } = await readInput(event, Sent)
  await appendOutcomes(db, practiceId, id, outcomes, account.id)
  tell(id, { kind: 'outcomes', outcomes })
  return { stored: outcomes.length }
})
