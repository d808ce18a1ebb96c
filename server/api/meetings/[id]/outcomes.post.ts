import { z } from 'zod'
import { OutcomeEvent } from '../../../../core/lead/outcome'
import { meetingById } from '../../../database/meetings'
import { appendOutcomes } from '../../../database/outcomes'
import { tell } from '../../../session/live'
import { idOf, readInput } from '../../../session/readInput'
import { accountRoute } from '../../../session/routes'

const Sent = z.object({ outcomes: z.array(OutcomeEvent).max(500) })

export default accountRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const { outcomes } = await readInput(event, Sent)
  await appendOutcomes(db, practiceId, id, outcomes, account.id)
  tell(id, { kind: 'outcomes', outcomes })
  return { stored: outcomes.length }
})
