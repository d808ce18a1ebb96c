import { z } from 'zod'
import { Arrival } from '../../../../core/offer/person'
import { meetingById, saveArrival } from '../../../database/meetings'
import { tell } from '../../../live/follow'
import { idOf, readInput } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

const SavedArrival = z.object({ participant: z.uuid(), arrival: Arrival })

export default accountRoute(async ({ event, db, practiceId }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const { participant, arrival } = await readInput(event, SavedArrival)
  await saveArrival(db, practiceId, id, participant, arrival)
  tell(id, { kind: 'arrivals', participant, arrival })
  return { saved: true }
})
