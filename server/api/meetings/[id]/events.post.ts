import { z } from 'zod'
import { ClassEvent } from '../../../../core/lead/clock'
import { meetingById } from '../../../database/meetings'
import { appendClassEvents } from '../../../database/outcomes'
import { tell } from '../../../live/follow'
import { idOf, readInput } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

const Sent = z.object({ events: z.array(ClassEvent).max(500) })

export default accountRoute(async ({ event, db, practiceId }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const { events } = await readInput(event, Sent)
  await appendClassEvents(db, practiceId, id, events)
  tell(id, { kind: 'events', events })
  return { stored: events.length }
})
