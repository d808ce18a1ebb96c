import { z } from 'zod'
import { Seating } from '../../../../core/lead/letter'
import { meetingById, saveSeating } from '../../../database/meetings'
import { tell } from '../../../session/live'
import { idOf, readInput } from '../../../session/readInput'
import { accountRoute } from '../../../session/routes'

const Sent = z.object({ seating: Seating })

/** The order round the room that somebody made by hand; null: it is worked out again. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const { seating } = await readInput(event, Sent)
  await saveSeating(db, practiceId, id, seating)
  tell(id, { kind: 'seating', seating })
  return { saved: true }
})
