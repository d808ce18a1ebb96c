import { z } from 'zod'
import { changeHeld } from '../../../database/calendar'
import { meetingById } from '../../../database/meetings'
import { idOf, readInput } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

/** Calls a single meeting off, holds it after all, or says who leads it. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const { calledOff, ledBy } = await readInput(event, z.object({ calledOff: z.boolean(), ledBy: z.uuid().nullable() }))
  await changeHeld(db, practiceId, id, calledOff, ledBy)
  return { id, calledOff, ledBy }
})
