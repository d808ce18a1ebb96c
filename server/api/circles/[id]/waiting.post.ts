import { z } from 'zod'
import { addWaiting, placeWaiting, stopWaiting, waitingOf } from '../../../database/calendar'
import { circleById } from '../../../database/circles'
import { idOf, readInput } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

const Sent = z.object({
  participant: z.uuid('Choose a person.'),
  does: z.enum(['wait', 'place', 'stop']),
  note: z.string().max(300, '300 characters at most.').default(''),
})

/** Puts somebody on the waiting list, gives them a place, or takes them off it. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await circleById(db, practiceId, idOf(event))
  const { participant, does, note } = await readInput(event, Sent)
  if (does === 'wait') await addWaiting(db, practiceId, id, participant, new Date().toISOString().slice(0, 10), note)
  else if (does === 'place') await placeWaiting(db, practiceId, id, participant)
  else await stopWaiting(db, practiceId, id, participant)
  return (await waitingOf(db, practiceId)).filter((one) => one.circleId === id)
})
