import { z } from 'zod'
import { Seating } from '../../../../core/lead/message'
import { meetingById, saveSeating } from '../../../database/meetings'
import { tell } from '../../../live/follow'
import { idOf, readInput } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

const Sent = z.object({ seating: Seating })

/** The order round the room that somebody made by hand; null: it is worked out again. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const { seating } = await readInput(event, Sent)
  await saveSeating(db, practiceId, id, seating)
  tell(id, { kind: 'seating', seating })
  return { saved: true }
})
