import { z } from 'zod'
import { meetingById, saveSeating } from '../../../database/meetings'
import { tell } from '../../../session/live'
import { idOf, readInput } from '../../../session/readInput'
import { accountRoute } from '../../../session/routes'

const Sent = z.object({ seating: z.array(z.uuid()).max(80).nullable() })

/** The order round the room that somebody made by hand; null: it is worked out again. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const { seating } = await readInput(event, Sent)
  await saveSeating(db, practiceId, id, seating)
  tell(id, { kind: 'seating', seating })
  return { saved: true }
})
